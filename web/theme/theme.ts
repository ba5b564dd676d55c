/**
 * The one place colours and type come from: CSS variables for drawings and panels, tokens for the
 * controls. Paper and ink swap in the dark; the mat stays.
 */
import { theme as antd, type ThemeConfig } from 'antd';

const LIGHT = {
  paper: '#f6f2e9',
  panel: '#fbf8f1',
  card: '#ffffff',
  ink: '#1d2b2a',
  soft: '#56625c',
  faint: '#687068',
  line: '#e0d8c6',
  teal: '#0c7b70',
  'teal-ink': '#0b5c53',
  'teal-wash': '#eef6f3',
  'index-edge': '#ece5d5',
  'index-line': '#cfc6b0',
  'on-teal': '#ffffff',
  hit: '#c23f21',
  'hit-ink': '#a5331a',
  'tight-ink': '#7a5306',
  clear: '#24754f',
};
const DARK: typeof LIGHT = {
  paper: '#151d1c',
  panel: '#1b2524',
  card: '#222e2c',
  ink: '#efe9da',
  soft: '#bdc4ba',
  faint: '#a3aca3',
  line: '#36433f',
  teal: '#4fb8a8',
  'teal-ink': '#7fd3c5',
  'teal-wash': '#1d3531',
  'index-edge': '#101716',
  'index-line': '#3b4844',
  'on-teal': '#0e1a18',
  hit: '#c23f21',
  'hit-ink': '#f0957d',
  'tight-ink': '#f0b44c',
  clear: '#7fd0a5',
};
const STILL = {
  mat: '#23474a',
  'mat-ink': '#dce8e2',
  shell: '#f1ecdf',
  post: '#e2dac7',
  stock: '#e9d9b6',
  'stock-edge': '#5d4d2c',
  'hit-wash': '#f0b7a4',
  tight: '#f0b44c',
  'mat-clear': '#bfe3d0',
  'drawn-ink': '#1d2b2a',
  'drawn-soft': '#4d4a3c',
};
const STILL_DARK: Partial<typeof STILL> = { stock: '#d6c39a', shell: '#ddd6c4', post: '#cdc4ad' };

const FONT = "'Atkinson Hyperlegible Next Variable', 'DejaVu Signs', sans-serif";

const block = (vars: Record<string, string>): string =>
  Object.entries(vars)
    .map(([k, v]) => `--${k}:${v};`)
    .join('');

/** Style text for the document's head; `dark` follows the builder's choice or the system. */
export const cssVariables = (dark: boolean): string =>
  `:root{color-scheme:${dark ? 'dark' : 'light'};${block(dark ? { ...DARK, ...STILL, ...STILL_DARK } : { ...LIGHT, ...STILL })}}`;

const still = (): boolean => matchMedia('(prefers-reduced-motion: reduce)').matches;

export function controlTheme(dark: boolean): ThemeConfig {
  const c = dark ? DARK : LIGHT;
  return {
    algorithm: dark ? antd.darkAlgorithm : antd.defaultAlgorithm,
    token: {
      colorPrimary: c.teal,
      colorInfo: c.teal,
      colorLink: c['teal-ink'],
      colorError: dark ? '#f0957d' : c.hit,
      colorText: c.ink,
      colorTextSecondary: c.soft,
      colorTextPlaceholder: c.faint,
      colorBgBase: c.card,
      colorBgContainer: c.card,
      colorBgElevated: c.card,
      colorBorder: c['index-line'],
      colorBorderSecondary: c.line,
      colorTextLightSolid: c['on-teal'],
      fontFamily: FONT,
      fontSize: 14,
      borderRadius: 6,
      controlHeight: 30,
      // Menus open at once for those who asked their system for less movement.
      motion: !still(),
      motionDurationMid: '0.14s',
      motionDurationSlow: '0.18s',
      boxShadow: 'none',
      boxShadowSecondary: '0 2px 10px rgb(0 0 0 / 18%)',
    },
    components: {
      Button: { primaryShadow: 'none', defaultShadow: 'none', fontWeight: 500 },
      Segmented: { trackBg: c['index-edge'], itemSelectedBg: c.card },
    },
  };
}
