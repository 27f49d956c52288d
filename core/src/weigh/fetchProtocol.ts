import { z } from 'zod'

/** A host that may be fetched from, and whether it may be in a private network. */
export const HostRule = z.strictObject({
  host: z
    .string()
    .trim()
    .toLowerCase()
    .regex(/^[a-z0-9.:-]{1,253}$/, 'the name of a host, without a path'),
  reach: z.enum(['public', 'private']),
})
export type HostRule = z.infer<typeof HostRule>

export const HostRules = z.array(HostRule).max(500)

/** What is asked to be fetched. */
export const FetchOrder = z.strictObject({ address: z.string().max(4000) })

/** Why it was not. */
export const FetchRefusal = z.object({
  error: z.string(),
  code: z.string(),
  /** The host that would have to be allowed first. */
  host: z.string().optional(),
})
export type FetchRefusal = z.infer<typeof FetchRefusal>

/** The header that says where an address led to in the end. */
export const FOUND_AT = 'X-Found-At'
