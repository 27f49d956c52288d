import { dataToError, type ErrorData } from '../pool'

/** Why an order failed, as a person reads it. */
export const reasonOf = (error: ErrorData): string => dataToError(error).message
