import { Refused } from "../../api/client";
import { sendPhoto } from "../../api/photos";
import { onceAtATime } from "../../lib/onceAtATime";
import { capital } from "../../lib/words";
import { Patience } from "../../lib/patience";
import { alone } from "../otherTabs";
import type { PhotoBox, Unsent } from "./photoBox";

/** Sends the pictures of one property that wait, one after the other. */
export class PhotoSender {
  private readonly patience = new Patience();

  constructor(private readonly box: PhotoBox) {}

  /** Resolves to whether the server could be reached for all that waits. */
  readonly send = onceAtATime(async () => {
    let reached = true;
    await alone(`lean-year-photos-${this.box.property}`, async () => {
      reached = await this.sendAll();
    });
    return reached;
  });

  /** What was asked on a line that was lost may never be answered; the same picture is kept once. */
  giveUp(): void {
    this.patience.giveUp();
  }

  private async sendAll(): Promise<boolean> {
    for (;;) {
      const next = (await this.box.read()).find(({ problem }) => problem === null);
      if (!next) return true;
      if (!(await this.tried(next))) return false;
    }
  }

  private async tried(entry: Unsent): Promise<boolean> {
    try {
      await this.patience.withIt((signal) =>
        sendPhoto(entry.property, entry.key, new Blob([entry.jpeg], { type: "image/jpeg" }), signal),
      );
    } catch (error) {
      if (!(error instanceof Refused) || error.later || error.status >= 500) return false;
      await this.box.put({ ...entry, problem: capital(error.reason ?? error.message) });
      return true;
    }
    await this.box.remove(entry.key);
    return true;
  }
}
