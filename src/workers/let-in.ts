const { port1: knock, port2: door } = new MessageChannel();
/** Who waits at the door, the first one first. */
const waiting: (() => void)[] = [];

/** Lets messages in: a timer would wait for milliseconds. */
export const letIn = () =>
  new Promise<void>((resolve) => {
    waiting.push(resolve);
    door.onmessage = () => waiting.shift()?.();
    knock.postMessage(null);
  });
