/** Milliseconds of work between two looks at what else is asked. */
export const breath = 12;

/** Lets messages in that have come meanwhile. */
export function pause(): Promise<void> {
  return new Promise((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(null);
  });
}
