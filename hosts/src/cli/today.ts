/** Today by this machine's clock, as YYYY-MM-DD: the way in which dates are written in Sweden. */
export const today = (): string => new Date().toLocaleDateString('sv-SE')
