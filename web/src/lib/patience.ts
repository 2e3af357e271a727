const LEAST_MS = 15_000;
const MOST_MS = 120_000;

/** How long an answer is waited for. A line that was lost on the way answers nothing, for minutes: it is given up, and
 * asked anew. Each time it was for want of time alone, the next may take twice as long, as it may on a slow line. */
export class Patience {
  private waits = LEAST_MS;
  private underWay: AbortController | null = null;

  async withIt<T>(ask: (signal: AbortSignal) => Promise<T>): Promise<T> {
    const over = new AbortController();
    this.underWay = over;
    let late = false;
    const timer = setTimeout(() => {
      late = true;
      over.abort();
    }, this.waits);
    try {
      return await ask(over.signal);
    } finally {
      clearTimeout(timer);
      this.waits = late ? Math.min(2 * this.waits, MOST_MS) : LEAST_MS;
      this.underWay = null;
    }
  }

  /** Gives up what is asked now: there is reason to think that it comes through better anew. */
  giveUp(): void {
    this.underWay?.abort();
  }
}
