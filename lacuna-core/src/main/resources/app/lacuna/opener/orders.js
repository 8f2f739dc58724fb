// Gives the engine its orders. It runs in a worker; where a browser allows none, beside the page.

class Orders {
  constructor(onBytes) {
    this.onBytes = onBytes;
    this.waiting = new Map();
    this.number = 0;
    this.start();
  }

  start() {
    const answered = ({ data }) => this.answered(data);
    try {
      const source = "(" + engine + ")(self)";
      this.address = URL.createObjectURL(new Blob([source], { type: "text/javascript" }));
      this.worker = new Worker(this.address);
      this.worker.onmessage = answered;
      this.worker.onerror = () => this.beside(answered);
    } catch {
      this.beside(answered);
    }
  }

  beside(answered) {
    const desk = { postMessage: (data) => setTimeout(() => answered({ data })) };
    engine(desk);
    this.worker = {
      postMessage: (data) => setTimeout(() => desk.onmessage({ data })),
      terminate() {},
    };
    for (const { order } of this.waiting.values()) {
      this.worker.postMessage(order);
    }
  }

  answered({ id, bytes, listed, answer, trouble, slots }) {
    const waiting = this.waiting.get(id);
    if (!waiting) {
      return;
    }
    if (bytes !== undefined) {
      this.onBytes(bytes);
      return;
    }
    if (listed) {
      this.listing.push(...listed);
      return;
    }
    this.waiting.delete(id);
    if (trouble) {
      waiting.reject(Object.assign(new Error(trouble), { kind: trouble, slots }));
    } else {
      waiting.resolve(answer);
    }
  }

  give(order, details = {}) {
    const id = ++this.number;
    this.listing = [];
    return new Promise((resolve, reject) => {
      const message = { id, order, ...details };
      this.waiting.set(id, { resolve, reject, order: message });
      this.worker.postMessage(message);
    });
  }

  cancel() {
    this.worker.postMessage({ order: "cancel" });
  }

  /** Forgets everything: the password, the keys, what was decrypted. */
  end() {
    this.worker.terminate();
    this.waiting.clear();
    if (this.address) {
      URL.revokeObjectURL(this.address);
    }
  }
}
