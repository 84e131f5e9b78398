import { AsyncLocalStorage } from 'node:async_hooks';
import type { Change, ProposalSubject } from '@radiatrix/contract';

/** Something that everybody sees, and how a save changes it. */
export interface Touch {
  title: string;
  about: ProposalSubject;
  /** Null for a record that is not there yet. */
  id: number | null;
  changes: Change[];
}

const running = new AsyncLocalStorage<Touch[]>();

/** Runs a save and gathers what it touches of what everybody sees. */
export async function gathering<T>(work: () => Promise<T>): Promise<{ done: T; touched: Touch[] }> {
  const touched: Touch[] = [];
  return { done: await running.run(touched, work), touched };
}

/**
 * Said by every service that changes what everybody sees, beside the change itself. Where a save is under review, it
 * is then taken back and proposed; at a release, at a set-up and in an import by a reviewer it is heard by nobody.
 */
export async function touches(what: () => Promise<Touch | undefined>): Promise<void> {
  const touched = running.getStore();
  const touch = touched && (await what());
  if (touch) touched.push(touch);
}

/** Of a save under way, whether it touched anything so far. */
export const isGathering = (): boolean => running.getStore() !== undefined;

export const changeOf = (label: string, before: string, after: string): Change => ({
  label,
  before,
  after,
  support: '',
  stamp: null,
});
