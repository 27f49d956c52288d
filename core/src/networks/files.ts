import type { NetworkId } from './networks'

/** The file of a network in `core/models`, and the SHA-256 of its bytes in base64: no other is opened. */
export interface NetworkFile {
  readonly name: string
  readonly sha256: string
}

export const NETWORK_FILES: Readonly<Record<NetworkId, NetworkFile>> = {
  finder: {
    name: 'finder.onnx',
    sha256: 'kJcHmCLaFXodh/fypZGkiJwzbNHEkZEOzvmUcXmSFew=',
  },
  edge: {
    name: 'edge.onnx',
    sha256: '9mIq/ae9Crb3JCyvJiPqcvmvu4B/O2oaBuAAKPyfiH0=',
  },
  enlarger2: {
    name: 'enlarger-2.onnx',
    sha256: '1gvlWPla30pWNwNaYUe/Pe+/xKnjzZ+WEiCMAvycH/g=',
  },
  enlarger4: {
    name: 'enlarger-4.onnx',
    sha256: '+P7Ktc30Uvd3UuZqu/H27LI1mwEI8aT3GpxwmeOeVr0=',
  },
}
