/** Opens something when it is first needed, and keeps it; what could not be opened is tried again at the next need. */
export function openOnce<Opened>(open: () => Promise<Opened>): () => Promise<Opened> {
  let opened: Promise<Opened> | null = null
  return () => {
    if (opened) return opened
    const opening = open()
    opened = opening
    opening.catch(() => {
      opened = null
    })
    return opening
  }
}
