import type { Handler } from '../http/route.ts';
import { deskRecord, figuresWanted } from './service.ts';

export const desk: Handler<'desk'> = async ({ db, person }) => ({
  body: await deskRecord(db, person, new Date()),
});

export const deskFigures: Handler<'deskFigures'> = async ({ db, person }) => ({
  body: await figuresWanted(db, person),
});
