const { port1: knock, port2: door } = new MessageChannel();

/** Lets messages in: a timer would wait for milliseconds. */
export const letIn = () =>
  new Promise<void>((resolve) => {
    door.onmessage = () => resolve();
    knock.postMessage(null);
  });
