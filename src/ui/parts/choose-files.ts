/** Held while the browser shows its chooser, or it might be collected before the answer comes. */
let asking: HTMLInputElement | null = null;

/** Opens the browser's file chooser. Pre: called within a key press or click. `accept` as in HTML; several files can be chosen. */
export function chooseFiles(accept: string, onFiles: (files: readonly File[]) => void): void {
  // Not a part of the page: whatever is drawn anew while the chooser is open, the answer arrives.
  const input = document.createElement("input");
  Object.assign(input, { type: "file", multiple: true, accept });
  input.addEventListener("change", () => {
    asking = null;
    onFiles([...(input.files ?? [])]);
  });
  asking = input;
  asking.click();
}
