/** The functions of jstat that are used here; the package brings no types. */
declare module 'jstat' {
  const jstat: {
    /** The complement of the error function. */
    erfc(x: number): number;
    /** The regularised incomplete beta function. */
    ibeta(x: number, a: number, b: number): number;
    readonly normal: { inv(probability: number, mean: number, deviation: number): number };
  };
  export default jstat;
}
