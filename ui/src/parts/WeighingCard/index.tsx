import type { ReactNode } from 'react'
import { NutrientMark } from '../../drawing/NutrientMark'
import { Scoops } from '../../drawing/Scoops'
import { showMass, showNumber, showNutrient } from '../../lib/numbers'
import { NUTRIENTS, type Nutrient } from '../../theme/nutrients'
import { t } from '../../lib/words'
import { Sentence } from '../Sentence'
import { Why } from '../Why'
import './card.css'

export interface CardLine {
  product: string
  scoop: string
  scoopMl: number
  count: number
  grams: number
  /** Key of the working of one scoop's weight. */
  why: string
}

export interface CardAmount {
  nutrient: Nutrient
  grams: number
  wanted: number
  why: string
}

export interface WeighingCardProps {
  tone: 'now' | 'soon' | 'done'
  kind: string
  title: string
  place: string
  when: string
  /** What one portion is: "In each of 2 cans of 7.6 L". */
  portion: string
  lines: CardLine[]
  /** Where it goes: "3.8 L to each of 4 tubs". */
  where: string
  amounts: CardAmount[]
  /** Strength of a feed in water, with the key of its working. */
  strength?: { n: number; ec: number; why: string }
  choices?: ReactNode
  notes?: ReactNode
  cautions: string[]
  actions?: ReactNode
}

/** A feed set like a good recipe: amounts first and drawn, then where, then why. */
export function WeighingCard(props: WeighingCardProps) {
  return (
    <article className={`weighing-card ${props.tone}`} aria-label={`${props.title}, ${props.kind}`}>
      <header>
        <div>
          <h2>{props.title}</h2>
          <span className="soft small">
            {props.place} · {props.kind}
          </span>
        </div>
        <span className="when">{props.when}</span>
      </header>
      {props.choices}
      {props.lines.length > 0 && (
        <>
          <p className="portion">{props.portion}</p>
          <ul className="weigh-lines">
            {props.lines.map((line) => (
              <li key={line.product + line.scoop}>
                <Scoops
                  count={line.count}
                  ml={line.scoopMl}
                  label={t('{n} level {scoop}', { n: line.count, scoop: line.scoop })}
                />
                <span className="amount">
                  <Sentence
                    say="{n} level {scoop}"
                    of={{ n: <b>{line.count}</b>, scoop: line.scoop }}
                  />
                  <span className="of"> {line.product}</span>
                </span>
                <Why of={line.why}>{showMass(line.grams)}</Why>
              </li>
            ))}
          </ul>
          <p className="where">→ {props.where}</p>
        </>
      )}
      {props.notes}
      {props.amounts.length > 0 && (
        <p className="brings small">
          <span className="soft">{t('Brings')}</span>
          {[...props.amounts]
            .sort((a, b) => NUTRIENTS.indexOf(a.nutrient) - NUTRIENTS.indexOf(b.nutrient))
            .map((one) => (
              <span key={one.nutrient} className="bring">
                <NutrientMark nutrient={one.nutrient} /> {one.nutrient}{' '}
                <Why of={one.why}>{showNutrient(one.grams)}</Why>
                {one.wanted > 0 && (
                  <span className="soft">
                    {' '}
                    {t('of {amount}', { amount: showNutrient(one.wanted) })}
                  </span>
                )}
              </span>
            ))}
          {props.strength && (
            <span className="soft">
              <Why of={props.strength.why}>{showNumber(props.strength.n, 2)} mg N/L</Why>, EC{' '}
              {showNumber(props.strength.ec, 2)} dS/m
            </span>
          )}
        </p>
      )}
      {props.cautions.length > 0 && (
        <details className="cautions small">
          <summary>{t('Handle with care')}</summary>
          <ul>
            {props.cautions.map((caution) => (
              <li key={caution}>{caution}</li>
            ))}
          </ul>
        </details>
      )}
      {props.actions && <footer className="row">{props.actions}</footer>}
    </article>
  )
}
