import type { ReactNode } from 'react'
import { t } from '../lib/words'
import { MARKS } from '../theme/nutrients'
import { NutrientMark } from './NutrientMark'

/** What the marks of the season strip mean. */
export function StripLegend() {
  const shape = MARKS.N.path
  return (
    <ul className="strip-legend small" aria-label={t('What the marks mean')}>
      <Item says={t('mostly nitrogen')}>
        <NutrientMark nutrient="N" size={12} />
      </Item>
      <Item says={t('mostly phosphorus')}>
        <NutrientMark nutrient="P" size={12} />
      </Item>
      <Item says={t('mostly potassium')}>
        <NutrientMark nutrient="K" size={12} />
      </Item>
      <Item says={t('given')}>
        <Drawn>
          <path d={shape} fill="currentColor" />
        </Drawn>
      </Item>
      <Item says={t('planned')}>
        <Drawn>
          <path d={shape} fill="none" stroke="currentColor" strokeWidth={2} />
        </Drawn>
      </Item>
      <Item says={t('not given')}>
        <Drawn>
          <path d="M2 2 14 14M14 2 2 14" stroke="currentColor" strokeWidth={2} />
        </Drawn>
      </Item>
      <Item says={t('water only')}>
        <Drawn>
          <path d="M0 8H16" stroke="var(--wait)" strokeWidth={5} />
        </Drawn>
      </Item>
      <Item says={t('a stage that was seen')}>
        <Drawn>
          <path d="M8 0V16" stroke="currentColor" strokeWidth={3} />
        </Drawn>
      </Item>
      <Item says={t('feeding ends')}>
        <Drawn>
          <path d="M8 0V16" stroke="currentColor" strokeWidth={2} strokeDasharray="3 3" />
        </Drawn>
      </Item>
    </ul>
  )
}

function Item({ says, children }: { says: string; children: ReactNode }) {
  return (
    <li>
      {children} {says}
    </li>
  )
}

function Drawn({ children }: { children: ReactNode }) {
  return (
    <svg width={12} height={12} viewBox="0 0 16 16" aria-hidden>
      {children}
    </svg>
  )
}
