declare module 'ml-regression-theil-sen' {
  /** Median of all pairwise slopes (Theil 1950, Sen 1968). */
  export class TheilSenRegression {
    constructor(x: readonly number[], y: readonly number[]);
    readonly slope: number;
    readonly intercept: number;
    predict(x: number): number;
  }
}
