/** The target that was looked at last in each session, while this page is open. */
const last = new Map<string, string>();

export const rememberTarget = (sessionId: string, targetId: string): void =>
  void last.set(sessionId, targetId);
export const lastTarget = (sessionId: string): string | undefined => last.get(sessionId);
