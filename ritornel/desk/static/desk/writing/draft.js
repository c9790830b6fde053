// Words while they are being written: they lie in the journal from the first letter on, as one open command that is
// sent when the writer rests.

const RESTS_MS = 500;

/**
 * `command(before, text)` gives the command that writes `text` for someone who had the state `before`, or null if there
 * is nothing to write.
 */
export class Draft {
  constructor(store, command) {
    Object.assign(this, { store, command, entry: null });
  }

  write(text) {
    const before = this.entry?.open ? this.store.before(this.entry) : this.store.shown;
    const command = this.command(before, text);
    if (!this.entry?.open || !command || !this.store.amend(this.entry, command)) {
      if (this.entry?.open && !command) this.store.drop(this.entry);
      this.entry = command ? this.store.open(command) : null;
    }
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.send(), RESTS_MS);
  }

  /** Sends what was written. */
  send() {
    clearTimeout(this.timer);
    if (this.entry?.open) this.store.close();
    this.entry = null;
  }
}
