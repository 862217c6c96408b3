// What goes out in order, one at a time, and stays until it is confirmed. It knows no page and no address: `post` sends an item,
// tells the person what stood in the way, and answers with what is to be done once the item is confirmed, or with nothing where
// it was not; `keep` is told whenever what waits has changed.
export class Queue {
  #waiting = [];
  #sending = false;
  #held = false;
  #listeners = [];
  #post;
  #keep;
  #fault;

  // @param hooks [Object] post: async (item) => Function | null; keep: () => void;
  // fault: (error) => void, told what went wrong once an item was confirmed
  constructor({ post, keep = () => {}, fault = (error) => console.error(error) }) {
    this.#post = post;
    this.#keep = keep;
    this.#fault = fault;
  }

  get items() {
    return [...this.#waiting];
  }

  // @returns whether nothing goes out until somebody decides
  get held() {
    return this.#held;
  }

  add(item) {
    this.#waiting.push(item);
    this.#keep();
    this.#pump();
  }

  // Sends on what was held.
  again() {
    if (!this.#held) return;
    this.#held = false;
    this.#pump();
  }

  // Nothing of what waits will be sent; what is held stays so until `again`.
  drop() {
    this.#waiting.length = 0;
    this.#keep();
  }

  // @returns [Promise<Boolean>] whether everything has gone out; false as soon as something is held
  drained() {
    if (!this.#waiting.length && !this.#sending) return Promise.resolve(true);
    if (this.#held) return Promise.resolve(false);
    return new Promise((tell) => this.#listeners.push(tell));
  }

  async #pump() {
    if (this.#sending || this.#held) return;
    this.#sending = true;
    try {
      while (this.#waiting.length && !this.#held) await this.#sendFirst(this.#waiting[0]);
    } finally {
      this.#sending = false; // a fault on the way does not shut the door for what comes after
    }
    if (this.#waiting.length && !this.#held) return void this.#pump();
    const told = this.#listeners;
    this.#listeners = [];
    told.forEach((tell) => tell(!this.#held));
  }

  async #sendFirst(item) {
    const confirmed = await this.#post(item);
    if (!confirmed) return void (this.#held = true);
    this.#waiting.shift();
    this.#keep();
    try {
      confirmed(this.#waiting.length);
    } catch (fault) {
      this.#fault(fault); // it was confirmed all the same: what waits behind it goes on
    }
  }
}
