import { locale } from './words'

/** How the reader's language orders a date: "MM/DD/YYYY", "DD.MM.YYYY". */
export function dateForm(language: string = locale): string {
  const names = { day: 'DD', month: 'MM', year: 'YYYY' }
  return new Intl.DateTimeFormat(language, { day: '2-digit', month: '2-digit', year: 'numeric' })
    .formatToParts(new Date(2026, 10, 22))
    .map(({ type, value }) => (type in names ? names[type as keyof typeof names] : value))
    .join('')
    .replace(/[^DMY./-]/g, '')
}

/** Ways of writing a date that are read besides: one digit, two of the year, other marks. */
export function dateForms(form: string = dateForm()): string[] {
  const mark = /[./-]/.exec(form)?.[0] ?? '/'
  const short = form.replace('DD', 'D').replace('MM', 'M')
  const marks = [mark, '.', '/', '-', ' ']
  const written = [form, short, short.replace('YYYY', 'YY')]
  return [
    ...new Set([
      ...written.flatMap((one) => marks.map((other) => one.replaceAll(mark, other))),
      'YYYY-MM-DD',
      'YYYY-M-D',
    ]),
  ].sort((a, b) => Number(b === form) - Number(a === form))
}
