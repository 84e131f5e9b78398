/** A JSON Schema, or a part of one. */
export type Schema = Record<string, unknown>;

/** Longer than this, or a bare list of keys, and a type of the contract is written out where it stands. */
const NAME_MOST = 60;

/** A name as components may have it (letters, digits, `.`, `-`, `_`); none where a type has no short name of its own. */
function nameOf(type: string): string | undefined {
  if (/^[\w.-]+$/.test(type)) return type;
  if (type.startsWith('{')) return undefined;
  const name = (type.match(/\w+/g) ?? [])
    .map((word) => word.charAt(0).toUpperCase() + word.slice(1))
    .join('');
  return name.length <= NAME_MOST ? name : undefined;
}

/** A fixed list of draft-07 as 2020-12 has it. */
function tuple(schema: Schema): Schema {
  if (!Array.isArray(schema.items)) return schema;
  const { items, additionalItems, ...rest } = schema;
  return { ...rest, prefixItems: items, items: additionalItems ?? false };
}

/**
 * Definitions of the generator (draft-07, named by the text of their TypeScript type) as components of a description:
 * 2020-12, with names that components may have.
 *
 * @returns the components, and what makes any other schema of the generator refer to them
 * @throws Error where two types come to the same name
 */
export function components(definitions: Record<string, unknown>): {
  schemas: Record<string, Schema>;
  placed: (schema: unknown) => Schema;
} {
  const named = new Map(Object.keys(definitions).map((type) => [type, nameOf(type)]));
  const names = [...named.values()].filter((name) => name !== undefined);
  const twice = names.find((name, at) => names.indexOf(name) !== at);
  if (twice !== undefined) throw new Error(`two types are called ${twice}`);

  const placedOf = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(placedOf);
    if (typeof value !== 'object' || value === null) return value;
    const { $ref, ...rest } = value as Schema;
    if (typeof $ref !== 'string')
      return tuple(Object.fromEntries(Object.entries(value).map(([key, each]) => [key, placedOf(each)])));
    const type = decodeURIComponent($ref.replace('#/definitions/', ''));
    const name = named.get(type);
    return name === undefined
      ? { ...(placedOf(definitions[type]) as Schema), ...rest }
      : { $ref: `#/components/schemas/${name}`, ...rest };
  };
  const schemas: Record<string, Schema> = {};
  for (const [type, name] of named)
    if (name !== undefined) schemas[name] = placedOf(definitions[type]) as Schema;
  return { schemas, placed: (schema) => placedOf(schema) as Schema };
}

/**
 * A schema of a validator without what says nothing: a bound that a stricter one includes, a choice of one.
 */
export function tidy(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(tidy);
  if (typeof value !== 'object' || value === null) return value;
  const schema = Object.fromEntries(Object.entries(value).map(([key, each]) => [key, tidy(each)])) as Schema;
  const { minimum, exclusiveMinimum } = schema;
  if (typeof minimum === 'number' && typeof exclusiveMinimum === 'number')
    delete schema[exclusiveMinimum >= minimum ? 'minimum' : 'exclusiveMinimum'];
  const { anyOf } = schema;
  if (!Array.isArray(anyOf) || anyOf.length !== 1) return schema;
  delete schema.anyOf;
  return { ...(anyOf[0] as Schema), ...schema };
}
