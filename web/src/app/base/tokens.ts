/**
 * The one place of colour and measure: feeds the CSS variables, the component preset and the chart theme alike.
 * Text on ground and on panel is at least 4.7 : 1 in both lamps; `line` is for rules only, input borders take `quiet`.
 */
export type Lamp = 'lit' | 'out';

export interface Tokens {
  ground: string;
  panel: string;
  line: string;
  ink: string;
  quiet: string;
  amber: string;
  water: string;
  settled: string;
  drifting: string;
  act: string;
  unknown: string;
  wash: string;
}

export const tokens: Record<Lamp, Tokens> = {
  lit: {
    ground: '#F6F1E7',
    panel: '#FBF8F1',
    line: '#D9CFBD',
    ink: '#14302F',
    quiet: '#55686A',
    amber: '#9C510D',
    water: '#1F6F78',
    settled: '#2E6B5E',
    drifting: '#8A5E06',
    act: '#A33B2A',
    unknown: '#5F6873',
    wash: '#F0E9DB',
  },
  out: {
    ground: '#0B1414',
    panel: '#101C1C',
    line: '#203131',
    ink: '#C9D3CC',
    quiet: '#8A9C96',
    amber: '#D8923A',
    water: '#5FB3B3',
    settled: '#79B8A4',
    drifting: '#D8A94A',
    act: '#E5846B',
    unknown: '#93A0AD',
    wash: '#152423',
  },
};

export const fontSans = "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif";

/** Lays a lamp's tokens on the page; the preset and the chart theme read the same object. */
export function layTokens(lamp: Lamp, root: HTMLElement): void {
  for (const [name, value] of Object.entries(tokens[lamp])) root.style.setProperty(`--${name}`, String(value));
  root.classList.toggle('lights-out', lamp === 'out');
  root.style.colorScheme = lamp === 'out' ? 'dark' : 'light';
}
