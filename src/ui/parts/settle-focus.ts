/**
 * Puts the focus onto the part that a screen is worked from, once it is there. Whoever was faster and has opened a menu
 * or dialog keeps it.
 */
export function settleFocus(element: HTMLElement | null): void {
  if (document.activeElement?.closest("[role=menu], [role=dialog], dialog")) return;
  element?.focus({ preventScroll: true });
}
