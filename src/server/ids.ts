const uuidForm = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

/** True for a text that can be an id of the database; others would make it fail instead of finding nothing. */
export const isId = (text: unknown): text is string => typeof text === "string" && uuidForm.test(text);
