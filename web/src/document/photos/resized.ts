/** The longer side of a photo as it is sent. */
const LONGEST_SIDE_PX = 2_000;
const QUALITY = 0.85;
const MB = 1024 * 1024;
const MOST_MB = 60;

/** Why a file is not taken as a photo, to stand after its name. */
export class NotTaken extends Error {}

/** A photo as it is sent: upright, no larger than it need be, a JPEG without what the device wrote into it. */
export async function resized(file: Blob): Promise<ArrayBuffer> {
  if (file.size > MOST_MB * MB)
    throw new NotTaken(`has ${Math.ceil(file.size / MB)} MB; at most ${MOST_MB} MB can be taken`);
  const picture = await drawnOn(file);
  const jpeg = await new Promise<Blob | null>((made) => picture.toBlob(made, "image/jpeg", QUALITY));
  if (!jpeg) throw new NotTaken("is too large for this device");
  return jpeg.arrayBuffer();
}

async function drawnOn(file: Blob): Promise<HTMLCanvasElement> {
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file, { imageOrientation: "from-image" });
  } catch {
    throw new NotTaken("cannot be read as a picture");
  }
  const share = Math.min(1, LONGEST_SIDE_PX / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement("canvas");
  canvas.width = Math.max(1, Math.round(bitmap.width * share));
  canvas.height = Math.max(1, Math.round(bitmap.height * share));
  const paper = canvas.getContext("2d")!;
  paper.fillStyle = "white";
  paper.fillRect(0, 0, canvas.width, canvas.height);
  paper.imageSmoothingQuality = "high";
  paper.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  return canvas;
}
