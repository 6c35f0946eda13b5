/** Held while the browser shows its chooser, or it might be collected before the answer comes. */
let asking: HTMLInputElement | null = null;

function ask(set: object, onFiles: (files: readonly File[]) => void): void {
  // Not a part of the page: whatever is drawn anew while the chooser is open, the answer arrives.
  const input = document.createElement("input");
  Object.assign(input, { type: "file", ...set });
  input.addEventListener("change", () => {
    asking = null;
    onFiles([...(input.files ?? [])]);
  });
  asking = input;
  asking.click();
}

/** Opens the browser's file chooser. Pre: called within a key press or click. `accept` as in HTML; of several files only where `multiple`. */
export const chooseFiles = (
  accept: string,
  onFiles: (files: readonly File[]) => void,
  multiple = true,
): void => ask({ accept, multiple }, onFiles);

/** The same for all files of a folder and those within it. */
export const chooseFolder = (onFiles: (files: readonly File[]) => void): void =>
  ask({ webkitdirectory: true }, onFiles);
