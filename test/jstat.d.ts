/** What the tests ask of a package of statistics that ships no types. */
declare module 'jstat' {
  interface Distribution<Parameters extends readonly number[]> {
    cdf(x: number, ...of: Parameters): number;
    inv(p: number, ...of: Parameters): number;
  }
  const statistics: {
    normal: Distribution<[mean: number, deviation: number]>;
    chisquare: Distribution<[freedom: number]>;
  };
  export default statistics;
}
