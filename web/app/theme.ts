/** The one place of colours, type and measures. Styles use the CSS variables; charts, which draw on a canvas, the values. */
import { createGlobalStyle } from 'styled-components';

export { TOKENS, type Mode, type Tokens } from '@zud/core/chart/tokens';
import { TOKENS, type Tokens } from '@zud/core/chart/tokens';

export const SERIF = "'Source Serif 4 Variable', 'Source Serif 4', Georgia, serif";
export const SANS = "'Public Sans Variable', 'Public Sans', system-ui, sans-serif";

/** The width under which the page is one column. */
export const NARROW = '820px';

const variables = (tokens: Tokens) => `
  --paper: ${tokens.paper}; --raised: ${tokens.raised}; --ink: ${tokens.ink}; --quiet: ${tokens.quiet}; --line: ${tokens.line};
  --wash: ${tokens.wash}; --signal: ${tokens.signal}; --on-ink: ${tokens.onInk}; --first: ${tokens.series[0] ?? tokens.ink};`;

export const GlobalStyle = createGlobalStyle`
  :root { ${variables(TOKENS.light)} color-scheme: light; }
  :root[data-theme='dark'] { ${variables(TOKENS.dark)} color-scheme: dark; }
  *, *::before, *::after { box-sizing: border-box; }
  html, body, #root { height: 100%; }
  body {
    margin: 0; background: var(--paper); color: var(--ink);
    font: 400 14px/1.45 ${SANS}; font-variant-numeric: tabular-nums; -webkit-font-smoothing: antialiased;
  }
  h1, h2, h3, p, ul, ol, dl, dd, figure { margin: 0; padding: 0; }
  ul, ol { list-style: none; }
  button, input, select, textarea { font: inherit; color: inherit; }
  a { color: inherit; }
  :focus-visible { outline: 2px solid var(--signal); outline-offset: 2px; border-radius: 2px; }
  @media print {
    html, body, #root, #root > div { height: auto; display: block; overflow: visible; }
    #root > div > header, #root > div > header ~ :last-child { display: none; }
    main { overflow: visible !important; }
  }
  ::selection { background: color-mix(in srgb, var(--signal) 22%, transparent); }
  .visually-hidden { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); white-space: nowrap; }
  @media (prefers-reduced-motion: reduce) { *, *::before, *::after { animation: none !important; transition: none !important; } }
`;
