import { lazy, Suspense, type ComponentType, type ReactNode } from "react";
import { useKeysWait } from "../keys/held-keys";

type Component = (props: never) => ReactNode;

const ahead: (() => Promise<unknown>)[] = [];

function made<Part extends Component>(load: () => Promise<Part>, meanwhile: ReactNode): Part {
  ahead.push(load);
  const Loaded = lazy(async () => ({ default: (await load()) as unknown as ComponentType }));
  const Later = (props: object) => (
    <Suspense fallback={meanwhile}>
      <Loaded {...props} />
    </Suspense>
  );
  // It takes the props of what it stands for.
  return Later as unknown as Part;
}

/** Holds presses back while a part is being loaded: they are meant for it. */
function KeysWait() {
  useKeysWait(true);
  return null;
}

/**
 * A dialog, or another part that takes keys, which need not be there until it is opened. It is loaded with the first that
 * asks for it, or while the page has nothing else to do.
 */
export const later = <Part extends Component>(load: () => Promise<Part>): Part => made(load, <KeysWait />);

/** Like `later`, for a part that takes no keys: its place stays empty until it is loaded. */
export const drawnLater = <Part extends Component>(load: () => Promise<Part>): Part => made(load, null);

/** Milliseconds: so long the page is left alone before parts are loaded ahead. */
const firstRest = 3000;

/** Loads what may be asked for, one after another, whenever the page has nothing to do. Returns how to stop. */
export function loadAhead(): () => void {
  let stopped = false;
  const next = async () => {
    const load = stopped ? undefined : ahead.shift();
    if (!load) return;
    // A part that cannot be loaded now is asked for again when it is opened.
    await load().catch(() => undefined);
    whenIdle();
  };
  const whenIdle = () => {
    if (stopped) return;
    if ("requestIdleCallback" in window) window.requestIdleCallback(() => void next());
    else setTimeout(() => void next(), 100);
  };
  const timer = setTimeout(whenIdle, firstRest);
  return () => {
    stopped = true;
    clearTimeout(timer);
  };
}
