import { describe, expect, test } from 'vitest';
import { Latest } from '../src/stages/compare/background/latest.ts';
import { dropTask, queueTask } from '../src/stages/compare/background/task-queue.ts';

/** Sums that end when they are told to, on a clock that is set by hand. */
function planning() {
  const begun: { input: string; finish: (result: string) => void; fail: (error: unknown) => void }[] = [];
  const ended: string[] = [];
  const told: string[] = [];
  let time = 0;
  const sums = new Latest<string, string>(
    (input) => {
      const result = new Promise<string>((resolve, reject) =>
        begun.push({ input, finish: resolve, fail: reject }),
      );
      return { result, end: () => void ended.push(input) };
    },
    {
      running: () => told.push('running'),
      done: (result) => told.push(`done ${result}`),
      failed: (message) => told.push(`failed ${message}`),
    },
    () => time,
  );
  const settled = () => new Promise((resolve) => setTimeout(resolve, 0));
  return { sums, begun, ended, told, settled, pass: (ms: number) => void (time += ms) };
}

describe('one sum at a time, the latest wins', () => {
  test('while one is at work only the last of those asked is taken up next', async () => {
    const { sums, begun, ended, told, settled, pass } = planning();
    sums.ask('a');
    pass(20);
    for (const input of ['b', 'c', 'd']) sums.ask(input);
    expect(begun.map((each) => each.input)).toEqual(['a']);
    begun[0]!.finish('A');
    await settled();
    expect(begun.map((each) => each.input)).toEqual(['a', 'd']);
    begun[1]!.finish('D');
    await settled();
    expect(told).toEqual(['running', 'done A', 'running', 'done D']);
    expect(ended).toEqual([]);
  });
  test('one that takes long is given up for the next, and what it says later is not heard', async () => {
    const { sums, begun, ended, told, settled, pass } = planning();
    sums.ask('slow');
    pass(1000);
    sums.ask('quick');
    expect(ended).toEqual(['slow']);
    begun[0]!.finish('late');
    begun[1]!.finish('Q');
    await settled();
    expect(told).toEqual(['running', 'running', 'done Q']);
  });
  test('stopped, nothing more is told, and it can be asked again', async () => {
    const { sums, begun, ended, told, settled } = planning();
    sums.ask('a');
    sums.ask('b');
    sums.stop();
    begun[0]!.finish('A');
    await settled();
    expect(told).toEqual(['running']);
    expect(ended).toEqual(['a']);
    sums.ask('c');
    begun[1]!.finish('C');
    await settled();
    expect(told).toEqual(['running', 'running', 'done C']);
  });
  test('a sum that fails says why, and the one waiting goes on', async () => {
    const { sums, begun, told, settled } = planning();
    sums.ask('a');
    sums.ask('b');
    begun[0]!.fail(new RangeError('a thermostat that opens at 200 °C'));
    await settled();
    begun[1]!.fail('no words');
    await settled();
    expect(told).toEqual([
      'running',
      'failed a thermostat that opens at 200 °C',
      'running',
      'failed It could not be worked out',
    ]);
  });
});

describe('turns on the main thread', () => {
  test('each job has a task of its own, a later one of a name replaces it, and one given up does not run', async () => {
    const ran: string[] = [];
    // Microtasks run between two tasks, never within one.
    const job = (name: string) => () => {
      ran.push(name);
      queueMicrotask(() => ran.push(`after ${name}`));
    };
    await new Promise<void>((resolve) => {
      queueTask('a', job('a, first'));
      queueTask('b', job('b'));
      queueTask('a', job('a'));
      queueTask('c', job('c'));
      dropTask('c');
      queueTask('last', () => {
        job('last')();
        setTimeout(resolve, 0);
      });
    });
    expect(ran).toEqual(['a', 'after a', 'b', 'after b', 'last', 'after last']);
  });
});
