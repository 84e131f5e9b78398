import Joi from 'joi';
import { line, text, whole } from './common.ts';
import type { Stamp } from './revision.ts';
import type { Photo } from './photo.ts';
import { EDITORS, EVERYONE, type Routes } from './route.ts';

export interface Cavity {
  position: string;
  /** What the wire does: the thing to map by, never the colour alone. */
  function: string;
  colour: string;
  /** As written on the loom or sheet: `2.5 mm²`. */
  gauge: string;
}

export interface ConnectorDocument {
  code: string;
  name: string;
  description: string;
  cavities: Cavity[];
}

export interface ConnectorRecord extends ConnectorDocument {
  id: number;
  version: number;
  usedBy: string[];
  photos: Photo[];
  changed: Stamp | null;
}

export const connectorSchema = Joi.object<ConnectorDocument>({
  code: line(40)
    .pattern(/^[A-Za-z0-9][A-Za-z0-9-]*$/)
    .messages({ 'string.pattern.base': 'A connector code has letters, digits and dashes only' })
    .required(),
  name: line().required(),
  description: text().default(''),
  cavities: Joi.array()
    .items(
      Joi.object<Cavity>({
        position: line(8).required(),
        function: line(80).required(),
        colour: line(60).allow('').default(''),
        gauge: line(30).allow('').default(''),
      }),
    )
    .unique('position')
    .min(1)
    .max(60)
    .required()
    .messages({ 'array.unique': 'Cavity {{#value.position}} is given twice: one cavity holds one wire' }),
});

export interface ConnectorLine {
  id: number;
  code: string;
  name: string;
}

export interface ConnectorAnswers {
  connectors: ConnectorLine[];
  connector: ConnectorRecord;
  newConnector: ConnectorRecord;
  saveConnector: ConnectorRecord;
}
export const connectorRoutes = {
  connectors: { method: 'get', path: '/api/connectors', summary: 'Connectors', roles: EVERYONE },
  connector: { method: 'get', path: '/api/connectors/:id', summary: 'A connector by id or code', roles: EVERYONE },
  newConnector: { method: 'post', path: '/api/connectors', summary: 'Record a new connector', roles: EDITORS, body: connectorSchema },
  saveConnector: { method: 'put', path: '/api/connectors/:id', summary: 'Change a connector', roles: EDITORS, body: whole(connectorSchema, 'description'), ifMatch: true, reviewed: 'always' },
} as const satisfies Routes; // prettier-ignore
