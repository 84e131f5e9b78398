export * from './people.ts';
export * from './vehicles.ts';
export * from './parts.ts';
export * from './procedures.ts';
export * from './history.ts';
export * from './jobs.ts';
export * from './marks.ts';
export * from './proposals.ts';
