interface FileHandle {
  readonly createWritable: () => Promise<WritableStream<Uint8Array>>
}

/** The part of the File System Access API (WICG) that TypeScript does not know yet. */
interface PickingWindow {
  readonly showSaveFilePicker?: (options: { readonly suggestedName: string }) => Promise<FileHandle>
}

const { showSaveFilePicker } = window as PickingWindow

/** Whether the browser can write a file where a person says. */
export const canPickFiles = showSaveFilePicker !== undefined

/** Asks where a file is to be written; null where a person changes their mind. */
export async function pickFile(suggestedName: string): Promise<FileHandle | null> {
  try {
    return (await showSaveFilePicker?.call(window, { suggestedName })) ?? null
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') return null
    throw error
  }
}
