/** A share of many cases, spread evenly over them, so that the tests are done in good time; all of them where `LAW_ALL` is set. */
export function someOf<Case>(cases: readonly Case[], every: number): Case[] {
  return process.env['LAW_ALL'] === undefined ? cases.filter((_one, index) => index % every === 0) : [...cases];
}
