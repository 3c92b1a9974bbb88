// A certificate for tests, made by OpenSSL from Debian's packages, and the hash by which a browser is told to take it.
import { spawnSync } from 'node:child_process';
import { createHash, X509Certificate } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { installDebianPackages } from './debian.mjs';

/**
 * @param {string} folder where its files go
 * @param {string} host name it is for
 * @returns {{ certificate: string, key: string, spki: string }} paths, and the hash of its public key in base64
 */
export function selfSigned(folder, host) {
  const [certificate, key] = [join(folder, 'certificate.pem'), join(folder, 'key.pem')];
  const make = () =>
    spawnSync('openssl', [
      ...['req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '30', '-subj', `/CN=${host}`],
      ...['-addext', `subjectAltName=DNS:${host}`, '-keyout', key, '-out', certificate],
    ]);
  if (make().error) {
    installDebianPackages('openssl');
    make();
  }
  const publicKey = new X509Certificate(readFileSync(certificate)).publicKey.export({ type: 'spki', format: 'der' });
  return { certificate, key, spki: createHash('sha256').update(publicKey).digest('base64') };
}
