/** Between the tabs of a browser. One object for speaking and hearing: a tab must not hear itself. */
let tabs: BroadcastChannel | null = null;
const desk = () => (tabs ??= new BroadcastChannel("fichier desk"));

/** Tells the other tabs that somebody else is at the desk now. */
export const announceDesk = (): void => desk().postMessage("taken over");

/** Loads this tab anew when another one has changed who is at the desk. Returns how to stop. */
export function followDesk(): () => void {
  const load = () => window.location.assign("/");
  desk().addEventListener("message", load);
  return () => desk().removeEventListener("message", load);
}
