import { format } from 'date-fns'

/** Today by this machine's clock, as YYYY-MM-DD. */
export const today = (): string => format(new Date(), 'yyyy-MM-dd')
