import type { Told } from '../../lib/say'
import { fill } from '../../lib/say'
import { t } from '../../lib/words'
import './findings.css'

export interface Finding extends Told {
  level: string
  field: string
  about: string
}

export interface Sentences {
  findings: Record<string, { text: string; remedy: string }>
  terms: Record<string, string>
}

const RANK = ['hold', 'warning', 'question', 'note']

/** The most important finding in plain words with the way out; the others on request. */
export function Findings({ of, words }: { of: readonly Finding[]; words: Sentences }) {
  if (of.length === 0) return null
  const sorted = [...of].sort((a, b) => RANK.indexOf(a.level) - RANK.indexOf(b.level))
  const [first, ...rest] = sorted
  return (
    <div className="findings">
      <One finding={first} words={words} />
      {rest.length > 0 && (
        <details>
          <summary>{t('{n} more to know', { n: rest.length })}</summary>
          {rest.map((finding) => (
            <One key={finding.key + finding.field} finding={finding} words={words} />
          ))}
        </details>
      )}
    </div>
  )
}

function One({ finding, words }: { finding: Finding; words: Sentences }) {
  const said = words.findings[finding.key]
  const term = (key: string) => words.terms[key] ?? key.replace(/^\w+\./, '')
  if (!said) return null
  return (
    <p className={`finding ${finding.level}`}>
      {fill(said.text, finding, term)} <span className="way-out">{said.remedy}</span>
    </p>
  )
}
