export interface Served {
  ready: Promise<unknown>;
  ended: Promise<number>;
  stop: () => Promise<number>;
  port: number;
  address: string;
}
export function startServer(options: {
  databaseUrl: string;
  port: number;
  env?: Record<string, string>;
}): Served;
export function startOnFreePort(
  from: number,
  options: { databaseUrl: string; env?: Record<string, string> },
): Promise<Served>;
