import { expose } from 'comlink';
import { fewestLines, type Cell, type Fewest, type Progress } from '@radiatrix/core/application';

/** Runs beside the view; ended from outside when it is no longer wanted. */
const api = {
  run(cells: Cell[], onProgress: (progress: Progress) => void): Fewest {
    let told = 0;
    return fewestLines(cells, (progress) => {
      const now = performance.now();
      if (now - told > 150) {
        told = now;
        onProgress(progress);
      }
      return true;
    });
  },
};
export type FewestApi = typeof api;
expose(api);
