import { METHODS, type Method } from '@radiatrix/core/quantity';
import Joi from 'joi';
import { id, line, text } from '../common.ts';
import { STAGES, type Stage } from '../stages.ts';
import type { Stamp } from '../revision.ts';
import type { VehicleLine } from './vehicle.ts';

/** A figure of one real vehicle, which overrides its type's. */
export interface JobFigure {
  key: string;
  text: string;
  method: Method;
}

export interface JobDocument {
  label: string;
  complaint: string;
  /** What was changed on the vehicle already, one thing each. */
  alterations: string[];
  stage: Stage;
  figures: JobFigure[];
}

export interface NewJob extends Partial<JobDocument> {
  vehicleId: number;
}

export interface JobRecord extends JobDocument {
  id: number;
  version: number;
  vehicle: VehicleLine;
  opened: Stamp;
}

export interface JobLine {
  id: number;
  label: string;
  complaint: string;
  stage: Stage;
  vehicleId: number;
  title: string;
  opened: Stamp;
}

const document = {
  label: line(80).allow('').default(''),
  complaint: text(2000).allow('').default(''),
  alterations: Joi.array().items(line(200)).max(40).default([]),
  stage: Joi.string()
    .valid(...STAGES)
    .default('match'),
  figures: Joi.array()
    .items(
      Joi.object({
        key: line(40).required(),
        text: line(200).required(),
        method: Joi.string()
          .valid(...METHODS)
          .required(),
      }),
    )
    .unique('key')
    .max(80)
    .default([]),
};
export const jobSchema = Joi.object<JobDocument>(document);
export const newJobSchema = Joi.object<NewJob>({ vehicleId: id.required(), ...document });
