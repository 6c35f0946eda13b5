export function LibraryScreen() {
  return null;
}
