import { differenceInCalendarDays, format, parseISO } from 'date-fns'
import { strings } from './strings'

/** When a shoot is due, in words: “due Fri 4 Dec, in 8 days”. */
export function dueWords(dueOn: string, today = new Date()): string {
  const due = parseISO(dueOn)
  const days = differenceInCalendarDays(due, today)
  return `due ${format(due, 'EEE d MMM')}, ${daysWords(days)}`
}

/** Whether the day has come: it is due today, or late. */
export const isPressing = (dueOn: string, today = new Date()): boolean =>
  differenceInCalendarDays(parseISO(dueOn), today) <= 0

function daysWords(days: number): string {
  if (days === 0) return 'today'
  if (days === 1) return 'tomorrow'
  if (days === -1) return strings.dayLate
  return days > 0 ? strings.inDays(days) : strings.daysLate(-days)
}
