import MessageFormat from '@messageformat/core';
import compileModule from '@messageformat/core/lib/compile-module.js';
import { hasCases } from '../src/fill.ts';

/** Where the object of messages stands in a catalogue's file: after its name, up to the end of the call. */
const CALL = /(catalogue\(\s*'[\w-]+',\s*)(\{[\s\S]*?\n\})(?=[^}]*\)\s*;)/;

/** The plural rule is the browser's own (`Intl`): the package's table of all languages is not sent for it. */
const withOwnPlurals = (module: string): string =>
  module.replace(
    /import \{ (\w+) \} from "@messageformat\/runtime\/lib\/cardinals";/,
    (_, language: string) =>
      `const rules_${language} = new Intl.PluralRules('${language}');\nconst ${language} = (n) => rules_${language}.select(n);`,
  );

/**
 * A catalogue's file with its plurals made ready: functions in the place of ICU text, so that the browser needs no parser.
 * Text with nothing but names to fill in stays text, which is shorter.
 */
export function compileMessages(code: string): string {
  const found = CALL.exec(code);
  if (!found) return code;
  const messages = new Function(`return (${found[2]!})`)() as Record<string, string>;
  const withCases = Object.fromEntries(Object.entries(messages).filter(([, text]) => hasCases(text)));
  const plain = Object.entries(messages).filter(([, text]) => !hasCases(text));
  if (Object.keys(withCases).length === 0) return code;
  const module = withOwnPlurals(compileModule(new MessageFormat('en'), withCases));
  const [head, body] = module.split('export default {');
  const object = `{\n${plain.map(([key, text]) => `${JSON.stringify(key)}: ${JSON.stringify(text)},`).join('\n')}\n${body!}`;
  return `${head}${code.slice(0, found.index)}${found[1]}${object.trim().replace(/;$/, '')}${code.slice(found.index + found[0].length)}`;
}

/** The step of the build that does it. */
export const compiledMessages = () => ({
  name: 'compiled-messages',
  enforce: 'pre' as const,
  transform(code: string, id: string): string | undefined {
    return /words\/src\/en\/[^/]+\.ts$/.test(id) ? compileMessages(code) : undefined;
  },
});
