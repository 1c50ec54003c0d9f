import { theme, type ThemeConfig } from 'antd'

/** Light by day, dark in the evening; the grower chooses. */
export type Mode = 'day' | 'evening'

const colours = {
  day: {
    paper: '#f6f2e7',
    sheet: '#fffdf6',
    ink: '#1d2b30',
    soft: '#54636a',
    line: '#cfc8b4',
    now: '#a8400c',
    wait: '#3f6678',
    remove: '#9c1f1f',
  },
  evening: {
    paper: '#141b1e',
    sheet: '#1c2529',
    ink: '#ece6d6',
    soft: '#a9b3b4',
    line: '#3b484d',
    now: '#f0955a',
    wait: '#8fb6c8',
    remove: '#f39a94',
  },
} as const

/** Sets the colours as CSS variables, so that drawings and components share them. */
export function applyColours(mode: Mode): void {
  for (const [name, value] of Object.entries(colours[mode])) {
    document.documentElement.style.setProperty(`--${name}`, value)
  }
  document.documentElement.dataset.mode = mode
}

/** Our tokens for the component library. */
export function antTheme(mode: Mode): ThemeConfig {
  const c = colours[mode]
  return {
    algorithm: mode === 'evening' ? theme.darkAlgorithm : theme.defaultAlgorithm,
    token: {
      colorPrimary: c.now,
      colorInfo: c.wait,
      colorError: c.remove,
      colorLink: c.wait,
      colorBgBase: c.sheet,
      colorBgContainer: c.sheet,
      colorBgElevated: c.sheet,
      colorTextBase: c.ink,
      colorTextPlaceholder: c.soft,
      colorBorder: c.line,
      borderRadius: 3,
      fontFamily: "'Public Sans Variable', system-ui, sans-serif",
      fontSize: 15,
      controlHeight: 38,
      motionDurationMid: '0.12s',
      motion: !window.matchMedia('(prefers-reduced-motion: reduce)').matches,
    },
    components: {
      Button: {
        primaryColor: mode === 'evening' ? c.paper : '#fff',
        primaryShadow: 'none',
        defaultShadow: 'none',
        defaultHoverColor: c.now,
        defaultHoverBorderColor: c.now,
        defaultActiveColor: c.now,
        fontWeight: 600,
      },
      Table: {
        headerBg: c.paper,
        headerColor: c.ink,
        headerSortActiveBg: c.paper,
        headerSortHoverBg: c.paper,
        bodySortBg: c.sheet,
        borderColor: c.line,
        rowHoverBg: c.paper,
      },
      Segmented: { itemColor: c.soft, itemHoverColor: c.ink, itemSelectedColor: c.ink },
    },
  }
}
