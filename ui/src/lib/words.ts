import { recall, remember } from './memory'

/** A name, in every language the same. */
export const BRAND = 'Eznel'

export const LANGUAGES = { en: 'English', de: 'Deutsch', es: 'Español' } as const
export type Language = keyof typeof LANGUAGES
export const LANGUAGE_CODES = ['en', 'de', 'es'] as const satisfies readonly Language[]

const known = (name: string): name is Language => name in LANGUAGES
const browser = typeof navigator === 'undefined' ? ['en'] : navigator.languages
const chosen = recall('language', '')

/** The language that was chosen here, or the first of the browser's that we have. */
export const language: Language = known(chosen)
  ? chosen
  : (browser.map((one) => one.split('-')[0]).find(known) ?? 'en')

/** How that language is written where the reader lives: dates, decimal comma. */
export const locale: string = browser.find((one) => one.split('-')[0] === language) ?? language

let sentences: Record<string, string> = {}

/** Loads the sentences of the chosen language; English stands in the code itself. */
export async function loadWords(): Promise<void> {
  document.documentElement.lang = language
  if (language === 'de') sentences = (await import('../words/de.json')).default
  if (language === 'es') sentences = (await import('../words/es.json')).default
}

/** Chooses a language; the page is loaded anew, and what was typed is kept. */
export function chooseLanguage(next: Language): void {
  remember('language', next)
  window.location.reload()
}

let respell = (sentence: string) => sentence

/** English is spelled in another way where the reader's units are others. */
export function spellAs(spelled: (sentence: string) => string): void {
  if (language === 'en') respell = spelled
}

export type Values = Record<string, string | number>

/** A sentence in the reader's language. Its key is the English sentence; {names} are filled in. */
export function t(sentence: string, values?: Values): string {
  const said = sentences[sentence] ?? respell(sentence)
  if (!values) return said
  return said.replace(/\{(\w+)\}/g, (whole, name: string) =>
    name in values ? String(values[name]) : whole,
  )
}

/** One of two sentences, by a number; {n} is the number itself. */
export function plural(n: number, one: string, other: string, values?: Values): string {
  return t(n === 1 ? one : other, { n, ...values })
}

/** A sentence cut at its {names}, for filling in what is more than text. */
export function pieces(sentence: string): string[] {
  return t(sentence).split(/(\{\w+\})/)
}
