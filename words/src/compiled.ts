/** A message made ready: given what it names, each as text or a number, it says the sentence. */
export type Compiled = (given: Record<string, string | number>) => string;
