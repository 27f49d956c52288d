interface FileHandle {
  readonly createWritable: () => Promise<WritableStream<Uint8Array>>
}

/** The part of the File System Access API (WICG) that TypeScript does not know yet. */
interface PickingWindow {
  readonly showSaveFilePicker?: (options: { readonly suggestedName: string }) => Promise<FileHandle>
  readonly showDirectoryPicker?: (options: {
    readonly mode: 'readwrite'
  }) => Promise<FileSystemDirectoryHandle>
}

const { showSaveFilePicker, showDirectoryPicker } = window as PickingWindow

/** Whether the browser can write a file where a person says. */
export const canPickFiles = showSaveFilePicker !== undefined

/** Asks where a file is to be written; null where a person changes their mind. */
export const pickFile = (suggestedName: string): Promise<FileHandle | null> =>
  unlessAborted(async () => showSaveFilePicker?.call(window, { suggestedName }))

/** Asks into which folder files are to be written; null where a person changes their mind. */
export const pickFolder = (): Promise<FileSystemDirectoryHandle | null> =>
  unlessAborted(async () => showDirectoryPicker?.call(window, { mode: 'readwrite' }))

async function unlessAborted<T>(pick: () => Promise<T | undefined>): Promise<T | null> {
  try {
    return (await pick()) ?? null
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') return null
    throw error
  }
}
