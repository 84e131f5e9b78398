declare module 'jstat' {
  export const jStat: {
    studentt: { cdf(x: number, dof: number): number; inv(p: number, dof: number): number };
    noncentralt: { cdf(x: number, dof: number, ncp: number): number };
    normal: {
      cdf(x: number, mean: number, sd: number): number;
      inv(p: number, mean: number, sd: number): number;
    };
    chisquare: { cdf(x: number, dof: number): number; inv(p: number, dof: number): number };
  };
  const all: { jStat: typeof jStat };
  export default all;
}
