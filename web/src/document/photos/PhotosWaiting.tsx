import { useEffect, useMemo, useState } from "react";
import { OtherTabs } from "../otherTabs";
import { useEdits } from "../workbench";
import { photoBoxOf } from "./photoBox";
import { PhotoSender } from "./sendPhotos";
import { putIn, usePhotoBox } from "./usePhotoBox";

const RETRY_MS = 3_000;
const photos = (count: number) => (count === 1 ? "1 photo" : `${count} photos`);

/** Sends the pictures that wait in this browser, and says how many they are; what was refused, with its reason. */
export function PhotosWaiting() {
  const { id } = useEdits();
  const box = photoBoxOf(id);
  const { unsent, keepsNothing } = usePhotoBox();
  const [reached, setReached] = useState(true);
  const sender = useMemo(() => new PhotoSender(box), [box]);
  useEffect(() => {
    const others = new OtherTabs(`photos-${id}`, () => void box.read());
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
  }, [box, id, sender]);

  const waiting = unsent.filter(({ problem }) => problem === null).length;
  const refused = unsent.filter(({ problem }) => problem !== null);
  if (unsent.length === 0) return null;
  return (
    <div className="note max-w-[34ch]">
      {waiting > 0 && (
        <p role="status" className={reached ? "" : "text-parched-7"}>
          {reached
            ? `${photos(waiting)} ${waiting === 1 ? "is" : "are"} being sent.`
            : `${photos(waiting)} ${waiting === 1 ? "is" : "are"} kept here and sent as soon as that can be done.`}
          {keepsNothing && " This browser stores nothing: leave the page open."}
        </p>
      )}
      {refused.map(({ key, problem }) => (
        <p key={key} className="text-alarm">
          A photo was not kept: {problem}.{" "}
          <button className="fix" onClick={() => void box.remove(key)}>
            Discard it
          </button>
        </p>
      ))}
    </div>
  );
}
