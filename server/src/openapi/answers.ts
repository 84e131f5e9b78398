import path from 'node:path';
import TJS from 'typescript-json-schema';

const contract = path.resolve(import.meta.dirname, '../../../contract');

/** A schema with its definitions, draft-07 as the generator writes it; what is used here is the same in 2020-12. */
export interface AnswersSchema {
  properties: Record<string, unknown>;
  definitions: Record<string, unknown>;
}

/** What every address answers with, read off the contract's own types: by the type checker, so that it cannot lag behind. */
export function answersOfContract(): AnswersSchema {
  const program = TJS.programFromConfig(path.join(contract, 'tsconfig.json'), [
    path.join(contract, 'src/routes.ts'),
  ]);
  const schema = TJS.generateSchema(program, 'Answers', {
    required: true,
    ignoreErrors: true,
    noExtraProps: true,
  });
  if (!schema?.properties || !schema.definitions) throw new Error('the contract has no answers');
  // An object whose keys are free is one of no keys to the generator.
  const open = (_key: string, value: unknown): unknown => {
    const part = value as { type?: unknown; properties?: object; additionalProperties?: unknown } | null;
    return part?.type === 'object' &&
      part.additionalProperties === false &&
      Object.keys(part.properties ?? {}).length === 0
      ? { ...part, additionalProperties: true }
      : value;
  };
  return JSON.parse(
    JSON.stringify({ properties: schema.properties, definitions: schema.definitions }, open),
  ) as AnswersSchema;
}
