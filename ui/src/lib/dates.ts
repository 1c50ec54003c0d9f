import { recall, remember } from './memory'
import { locale } from './words'

const DAY_MS = 86_400_000

/** Days since 1970 of a plain date such as "2026-06-18". */
export function dayNumber(date: string): number {
  return Math.round(Date.parse(`${date}T00:00:00Z`) / DAY_MS)
}

/** The plain date of a day number. */
export function dateOf(day: number): string {
  return new Date(day * DAY_MS).toISOString().slice(0, 10)
}

/** The date some days later (or earlier, below 0). */
export function addDays(date: string, days: number): string {
  return dateOf(dayNumber(date) + days)
}

function utc(date: string): Date {
  return new Date(`${date}T00:00:00Z`)
}

/** "18 June", with the year where it is another than today's. */
export function showDate(date: string, today = date): string {
  const other = date.slice(0, 4) !== today.slice(0, 4)
  return utc(date).toLocaleDateString(locale, {
    day: 'numeric',
    month: 'long',
    year: other ? 'numeric' : undefined,
    timeZone: 'UTC',
  })
}

/** "Thu 18 June". */
export function showDay(date: string): string {
  return utc(date).toLocaleDateString(locale, {
    weekday: 'short',
    day: 'numeric',
    month: 'long',
    timeZone: 'UTC',
  })
}

/** Short name of a month, 0 to 11. */
export function showMonth(month: number): string {
  return new Date(Date.UTC(2026, month, 1)).toLocaleDateString(locale, {
    month: 'short',
    timeZone: 'UTC',
  })
}

/** "today", "tomorrow", "in 5 days", "3 days ago". */
export function showDistance(date: string, today: string): string {
  const days = dayNumber(date) - dayNumber(today)
  return new Intl.RelativeTimeFormat(locale, { numeric: 'auto' }).format(days, 'day')
}

/** "Thu". */
export function showWeekday(date: string): string {
  return utc(date).toLocaleDateString(locale, { weekday: 'short', timeZone: 'UTC' })
}

/** "18 Jun, 14:05", of a moment in the journal. */
export function showMoment(moment: string | number): string {
  return new Date(moment).toLocaleString(locale, {
    day: 'numeric',
    month: 'short',
    hour: 'numeric',
    minute: '2-digit',
  })
}

/** "14:05" of a moment today, "18 Jun, 14:05" of an earlier one. */
export function showTime(moment: number): string {
  const at = new Date(moment)
  return at.toDateString() === new Date().toDateString()
    ? at.toLocaleTimeString(locale, { hour: 'numeric', minute: '2-digit' })
    : showMoment(moment)
}

const SUNDAY_REGIONS = ['US', 'CA', 'MX', 'BR', 'JP', 'IN', 'AU', 'ZA', 'IL', 'CO', 'PE', 'VE']

/** First day of the week: 1 for Monday, 7 for Sunday; the reader's region's if none was chosen. */
export function firstWeekday(): number {
  const chosen = Number(recall('week', '0'))
  if (chosen) return chosen
  return SUNDAY_REGIONS.includes(locale.split('-').at(-1) ?? '') ? 7 : 1
}

/** Chooses the first day of the week; 1 for Monday, 7 for Sunday. */
export function chooseFirstWeekday(day: number): void {
  remember('week', String(day))
}

/** The first day of the week that a day is in. */
export function weekStart(date: string): string {
  const weekday = utc(date).getUTCDay() || 7
  const since = (weekday - firstWeekday() + 7) % 7
  return addDays(date, -since)
}

/** The days of the week, Monday first. */
export function weekdays(): string[] {
  return Array.from({ length: 7 }, (_, n) =>
    new Date(Date.UTC(2024, 0, 1 + n)).toLocaleDateString(locale, {
      weekday: 'long',
      timeZone: 'UTC',
    }),
  )
}
