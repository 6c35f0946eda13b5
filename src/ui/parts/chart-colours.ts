/** The colours that tokens stand for where an element is: a canvas knows no CSS variables. */
export function coloursAt(element: HTMLElement, tokens: readonly string[]): string[] {
  const style = getComputedStyle(element);
  return tokens.map((token) => style.getPropertyValue(token.replace(/^var\((.*)\)$/, "$1")).trim() || token);
}
