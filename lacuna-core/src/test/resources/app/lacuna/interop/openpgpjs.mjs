// Reads and writes OpenPGP messages that a password locks, with the package "openpgp".
// read FILE            the contents, in base64
// write FILE KIND      a message with what is on standard input (base64): v2-gcm, v2-ocb, v2-eax, v1, v1-zlib
// The password is the first line of standard input.
import { createRequire } from 'node:module'
import { readFileSync, writeFileSync } from 'node:fs'
const require = createRequire(process.cwd() + '/')
const openpgp = require('openpgp')
const [job, file, kind] = process.argv.slice(2)
const [password, data] = readFileSync(0, 'utf8').split('\n')

if (job === 'read') {
  const message = await openpgp.readMessage({ binaryMessage: new Uint8Array(readFileSync(file)) })
  const opened = await openpgp.decrypt({ message, passwords: [password], format: 'binary' })
  console.log(Buffer.from(opened.data).toString('base64'))
} else {
  const aead = kind.startsWith('v2')
  const modes = { 'v2-gcm': openpgp.enums.aead.gcm, 'v2-ocb': openpgp.enums.aead.ocb, 'v2-eax': openpgp.enums.aead.eax }
  const config = {
    aeadProtect: aead,
    preferredAEADAlgorithm: modes[kind] ?? openpgp.enums.aead.ocb,
    s2kType: aead ? openpgp.enums.s2k.argon2 : openpgp.enums.s2k.iterated,
    preferredCompressionAlgorithm: kind.endsWith('zlib') ? openpgp.enums.compression.zlib : openpgp.enums.compression.uncompressed
  }
  const message = await openpgp.createMessage({ binary: new Uint8Array(Buffer.from(data, 'base64')) })
  const made = await openpgp.encrypt({ message, passwords: [password], format: 'binary', config })
  writeFileSync(file, Buffer.from(made))
}
