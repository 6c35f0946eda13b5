/** Minutes, seconds and hundredths: `01:02.34`. */
export function sayClock(seconds: number): string {
  const hundredths = Math.floor(seconds * 100 + 1e-6);
  const two = (n: number) => String(n).padStart(2, "0");
  return `${two(Math.floor(hundredths / 6000))}:${two(Math.floor(hundredths / 100) % 60)}.${two(hundredths % 100)}`;
}
