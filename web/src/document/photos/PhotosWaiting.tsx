import { useMemo } from "react";
import { sendPhoto } from "../../api/photos";
import { BoxWaiting } from "../BoxWaiting";
import { useSending } from "../useSending";
import { BoxSender } from "../waitingBox";
import { useEdits } from "../workbench";
import { photoBoxOf } from "./photoBox";
import type { Unsent } from "./photoBox";
import { putIn, usePhotoBox } from "./usePhotoBox";

const send = ({ property, key, jpeg }: Unsent, signal: AbortSignal) =>
  sendPhoto(property, key, new Blob([jpeg], { type: "image/jpeg" }), signal);

/** Sends the pictures that wait in this browser, and says how many they are; what was refused, with its reason. */
export function PhotosWaiting() {
  const { id } = useEdits();
  const box = photoBoxOf(id);
  const { unsent } = usePhotoBox();
  const sender = useMemo(() => new BoxSender(box, send), [box]);
  const reached = useSending(box, sender, putIn);
  return <BoxWaiting box={box} unsent={unsent} reached={reached} one="photo" many="photos" />;
}
