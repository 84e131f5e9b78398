import type { Stamp } from '../revision.ts';

export interface Photo {
  id: number;
  caption: string;
  mediaType: string;
  bytes: number;
  stamp: Stamp;
}

export const PHOTO_TYPES = ['image/jpeg', 'image/png', 'image/webp'] as const;
export const PHOTO_LIMIT_BYTES = 5 * 1024 * 1024;
export type PhotoSubject = 'part' | 'bay' | 'connector' | 'procedure';
