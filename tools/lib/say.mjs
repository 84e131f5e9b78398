/** One line to the person at the terminal. */
export const say = (text) => process.stdout.write(`${text}\n`);

/** Ends with one clear sentence when something cannot be had. */
export function giveUp(text) {
  process.stderr.write(`\n${text}\n`);
  process.exit(1);
}
