/** Exit codes: all made; some photographs failed, or a limit is broken; the call itself is wrong; stopped by the user. */
export const EXIT = { ok: 0, someFailed: 1, usage: 2, stopped: 130 } as const
