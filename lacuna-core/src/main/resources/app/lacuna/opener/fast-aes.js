// AES in counter mode and its authentication code by WebAssembly, where the browser allows that: half
// as fast again as in script. Where it does not, the reader's own does the same.

/** Undefined where the browser allows no WebAssembly. */
let aesEngine;

/** Several entries take turns: what belongs to one is put back before it goes on. */
function fastEngine(wasm) {
  const memory = () => new Uint8Array(wasm.memory.buffer);
  const [data, most] = [wasm.data(), wasm.dataBytes()];
  const [place, length] = [wasm.state(), wasm.stateBytes()];
  return (key, authenticationKey) => {
    memory().set(key, data);
    memory().set(authenticationKey, data + key.length);
    wasm.start(key.length);
    const state = memory().slice(place, place + length);
    const enter = () => memory().set(state, place);
    const leave = () => {
      state.set(memory().subarray(place, place + length));
      memory().fill(0, place, place + length);
    };
    return {
      process(bytes) {
        enter();
        for (let at = 0; at < bytes.length; at += most) {
          const piece = bytes.subarray(at, at + most);
          memory().set(piece, data);
          wasm.process(piece.length);
          piece.set(memory().subarray(data, data + piece.length));
        }
        leave();
      },
      digest() {
        enter();
        wasm.digest();
        leave();
        state.fill(0);
        return memory().slice(data, data + 20);
      },
      dispose() {
        state.fill(0);
      },
    };
  };
}

async function useFastAes() {
  try {
    const bytes = Uint8Array.from(atob(AES_HMAC_SHA1), (letter) => letter.charCodeAt(0));
    const { instance } = await WebAssembly.instantiate(bytes);
    instance.exports.tables();
    aesEngine = fastEngine(instance.exports);
    zip.setAESEngine(aesEngine);
  } catch {
    // the reader has one of its own
  }
}
