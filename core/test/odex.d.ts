/** The package ships sources that do not pass a strict compiler; what the checks use of them is written down here. */
export class Solver {
  constructor(size: number);
  denseOutput: boolean;
  absoluteTolerance: number;
  relativeTolerance: number;
  initialStepSize: number;
  maxStepSize: number;
  solve(
    slope: (t: number, y: number[]) => number[],
    from: number,
    start: number[],
    to: number,
    seen?: (
      n: number,
      from: number,
      to: number,
      y: number[],
      dense: (i: number, t: number) => number,
    ) => boolean | void,
  ): { y: number[]; xEnd: number };
}
