import { readFileSync } from 'node:fs';
import { createSecureContext } from 'node:tls';

/** A certificate with what leads to it, and its key, as PEM. */
export interface Tls {
  cert: Buffer;
  key: Buffer;
}

/** Reads a certificate and its key. Throws an error in words where one is not there, or they do not belong together. */
export function readTls(certFile: string, keyFile: string): Tls {
  const read = (file: string) => {
    try {
      return readFileSync(file);
    } catch (error) {
      throw new Error(`${file} cannot be read (${(error as NodeJS.ErrnoException).code})`, { cause: error });
    }
  };
  const tls = { cert: read(certFile), key: read(keyFile) };
  try {
    createSecureContext(tls);
  } catch (error) {
    throw new Error(`${certFile} is no certificate that ${keyFile} is the key of: give both as PEM`, {
      cause: error,
    });
  }
  return tls;
}
