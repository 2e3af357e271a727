import { useEffect, useState } from "react";
import type { Listeners } from "../lib/listeners";
import { OtherTabs } from "./otherTabs";
import type { BoxSender, InBox, WaitingBox } from "./waitingBox";

const RETRY_MS = 3_000;

/** Sends what waits in a box while the page is open: at once, when something is put in, when the line is back, and again
 * every while. Says whether the server could be reached the last time. */
export function useSending<T extends InBox>(box: WaitingBox<T>, sender: BoxSender<T>, putIn: Listeners): boolean {
  const [reached, setReached] = useState(true);
  useEffect(() => {
    const others = new OtherTabs(`${box.store}-${box.property}`, () => void box.read());
    const send = async () => {
      setReached(await sender.send());
      others.tell();
    };
    const anew = () => {
      sender.giveUp();
      void send();
    };
    void send();
    const stop = putIn.subscribe(() => void send());
    window.addEventListener("online", anew);
    const timer = setInterval(() => {
      if (box.entries().some(({ problem }) => problem === null)) void send();
    }, RETRY_MS);
    return () => {
      clearInterval(timer);
      window.removeEventListener("online", anew);
      stop();
      others.close();
    };
  }, [box, putIn, sender]);
  return reached;
}
