/** Jobs for the main thread, one a task, so that input and painting come in between; a later job of a name replaces it. */
const waiting = new Map<string, () => void>();
const channel = new MessageChannel();
channel.port1.onmessage = () => {
  const next = waiting.entries().next();
  if (next.done) return;
  const [name, job] = next.value;
  waiting.delete(name);
  job();
  if (waiting.size > 0) channel.port2.postMessage(null);
};

export function queueTask(name: string, job: () => void): void {
  const idle = waiting.size === 0;
  waiting.set(name, job);
  if (idle) channel.port2.postMessage(null);
}
export const dropTask = (name: string): void => void waiting.delete(name);
