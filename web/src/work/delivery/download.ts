/** The address is given back after this time, in ms: by then the browser has taken the file over. */
const GIVEN_BACK_MS = 60_000

/** Hands a file to the person at the screen. */
export function download(blob: Blob, fileName: string): void {
  const url = URL.createObjectURL(blob)
  const link = document.createElement('a')
  link.href = url
  link.download = fileName
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), GIVEN_BACK_MS)
}

/** Hands data over as a file of JSON that a person can read. */
export const downloadJson = (data: object, fileName: string): void =>
  download(new Blob([JSON.stringify(data, null, 2)], { type: 'application/json' }), fileName)
