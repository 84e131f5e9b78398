import Joi from 'joi';
import type { Samples, StreamChunk, StreamHead } from '@radiatrix/core/job';
import { line } from './common.ts';
import type { Stamp } from './revision.ts';
import { EVERYONE, type Routes } from './route.ts';

export interface NewStream extends StreamHead {
  device: string;
}

export interface StreamRecord extends StreamHead, Samples {
  jobId: number;
  device: string;
  begun: Stamp;
}

export const CHUNK_SAMPLES = 2000;

export const newStreamSchema = Joi.object<NewStream>({
  id: Joi.string().guid().required(),
  device: line(80).required(),
  instrument: line(80).required(),
  boot: line(60).required(),
  channels: Joi.array()
    .items(Joi.object({ name: line(60).required(), unit: line(20).allow('').required() }))
    .min(1)
    .max(16)
    .unique('name')
    .required(),
});

const sample = Joi.number().min(-1e9).max(1e9);
export const chunkSchema = Joi.object<Omit<StreamChunk, 'ordinal'>>({
  ms: Joi.array().items(Joi.number().min(0).max(1e12).unit('ms')).min(1).max(CHUNK_SAMPLES).required(),
  values: Joi.array()
    .items(Joi.array().items(sample.allow(null)).max(CHUNK_SAMPLES))
    .min(1)
    .max(16)
    .required(),
});

export interface StreamAnswers {
  newStream: StreamRecord;
  stream: StreamRecord;
}
export const streamRoutes = {
  newStream: { method: 'post', path: '/api/jobs/:id/streams', summary: 'Begin the samples of an instrument; sent twice it is begun once', roles: EVERYONE, body: newStreamSchema },
  streamChunk: { method: 'put', path: '/api/streams/:stream/chunks/:ordinal', summary: 'A piece of the samples; sent twice it is kept once, in any order', roles: EVERYONE, body: chunkSchema },
  stream: { method: 'get', path: '/api/streams/:stream', summary: 'The samples of an instrument, and which pieces are missing', roles: EVERYONE },
} as const satisfies Routes; // prettier-ignore
