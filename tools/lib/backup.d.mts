/** Throws a sentence where nothing could be done. */
export function backup(url: string, file: string): void;
export function isBackup(file: string): boolean;
export function restore(url: string, file: string): { parts: number; jobs: number; photographs: number };
