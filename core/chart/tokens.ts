/** The colours of paper, ink and series, light and dark: for the screen and for charts that leave it. */

export type Mode = 'light' | 'dark';

export interface Tokens {
  readonly paper: string;
  readonly raised: string;
  readonly ink: string;
  readonly quiet: string;
  readonly line: string;
  readonly wash: string;
  readonly signal: string;
  readonly onInk: string;
  readonly series: readonly string[];
}

export const TOKENS: Readonly<Record<Mode, Tokens>> = {
  light: {
    paper: '#FBF8F2',
    raised: '#FFFFFF',
    ink: '#1F2328',
    quiet: '#5B6168',
    line: '#DDD6C9',
    wash: '#F2EEE3',
    signal: '#C2410C',
    onInk: '#FBF8F2',
    series: [
      '#0D5741',
      '#B3881E',
      '#753786',
      '#557017',
      '#5D76AA',
      '#7F3413',
      '#2F3653',
      '#878B66',
      '#A9849A',
      '#347B78',
    ],
  },
  dark: {
    paper: '#17191C',
    raised: '#1F2226',
    ink: '#ECE7DC',
    quiet: '#A9A69E',
    line: '#34373B',
    wash: '#24272B',
    signal: '#F08A54',
    onInk: '#17191C',
    series: [
      '#5EAB90',
      '#F19C13',
      '#DC94C4',
      '#AAC486',
      '#8CB1FA',
      '#CA7247',
      '#D9C1F9',
      '#F6E351',
      '#F9A7C4',
      '#AEEAC6',
    ],
  },
};
