export interface Cluster {
  url: (database: string) => string;
  port: number;
  /** Its data folder. */
  data: string;
  stop: () => unknown;
  running: () => boolean;
  wasRunning: boolean;
  /** Starts it again where it is, if it has ended; false where it runs. */
  revive: () => boolean;
}
export function freePort(from: number): Promise<number>;
export function openCluster(
  stateFolder: string,
  options: { firstPort: number; wipe?: boolean; quick?: boolean },
): Promise<Cluster>;
