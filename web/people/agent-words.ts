/** What a browser calls itself, in the few words that tell one from another. */

const BROWSERS = [
  [/\bEdg\//, 'Edge'],
  [/\bFirefox\//, 'Firefox'],
  [/Chrom(e|ium)\//, 'Chrome'],
  [/\bSafari\//, 'Safari'],
] as const;
const SYSTEMS = [
  [/Android/, 'Android'],
  [/iPhone|iPad/, 'iOS'],
  [/Windows/, 'Windows'],
  [/Mac OS X/, 'macOS'],
  [/Linux/, 'Linux'],
] as const;

/** @example agentWords('Mozilla/5.0 (X11; Linux x86_64) … Firefox/140.0') // 'Firefox on Linux' */
export function agentWords(agent: string): string {
  const browser = BROWSERS.find(([pattern]) => pattern.test(agent))?.[1];
  const system = SYSTEMS.find(([pattern]) => pattern.test(agent))?.[1];
  if (browser !== undefined) return system === undefined ? browser : `${browser} on ${system}`;
  return agent === '' ? 'an unnamed program' : (agent.split(/[ /]/)[0] ?? agent).slice(0, 40);
}
