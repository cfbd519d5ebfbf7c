/** Those who hear of something, each in the order in which they came. */
export class Listeners<Said extends readonly unknown[] = []> {
  private readonly all = new Set<(...said: Said) => void>();

  /** Adds a listener; returns a function that takes it away. */
  readonly subscribe = (listener: (...said: Said) => void): (() => void) => {
    this.all.add(listener);
    return () => this.all.delete(listener);
  };

  tell(...said: Said): void {
    for (const listener of this.all) listener(...said);
  }
}
