import { afterEach, expect, test, vi } from "vitest";
import { NotTaken, resized } from "./resized";

afterEach(() => vi.restoreAllMocks());

/** A browser that reads any file as a picture of this size; the canvas that it was drawn on. */
function reading(width: number, height: number) {
  const close = vi.fn();
  const read = vi.fn(() => Promise.resolve({ width, height, close }));
  vi.stubGlobal("createImageBitmap", read);
  const drawImage = vi.fn();
  const paper = { fillRect: vi.fn(), drawImage };
  vi.spyOn(HTMLCanvasElement.prototype, "getContext").mockReturnValue(paper as unknown as never);
  const drawn: { size?: number[]; kind?: string | undefined } = {};
  vi.spyOn(HTMLCanvasElement.prototype, "toBlob").mockImplementation(function (this: HTMLCanvasElement, made, kind) {
    Object.assign(drawn, { size: [this.width, this.height], kind });
    made(new Blob(["jpeg"]));
  });
  return { read, close, drawImage, drawn };
}

test.each([
  [
    [4000, 3000],
    [2000, 1500],
  ],
  [
    [900, 6000],
    [300, 2000],
  ],
  [
    [2000, 1000],
    [2000, 1000],
  ],
  [
    [320, 200],
    [320, 200],
  ],
  [
    [9000, 1],
    [2000, 1],
  ],
])("a picture of %j is sent as %j", async ([width, height], size) => {
  const { read, close, drawImage, drawn } = reading(width!, height!);
  await resized(new Blob(["picture"]));
  expect(read).toHaveBeenCalledWith(expect.any(Blob), { imageOrientation: "from-image" });
  expect(drawn).toEqual({ size, kind: "image/jpeg" });
  expect(drawImage).toHaveBeenCalledWith(expect.anything(), 0, 0, ...size);
  expect(close).toHaveBeenCalled();
});

test("what is too large, no picture, or more than the device can draw is not taken, with the reason", async () => {
  const large = new Blob(["x"]);
  Object.defineProperty(large, "size", { value: 100_000_000 });
  await expect(resized(large)).rejects.toEqual(new NotTaken("has 96 MB; at most 60 MB can be taken"));
  vi.stubGlobal("createImageBitmap", () => Promise.reject(new DOMException("no", "InvalidStateError")));
  await expect(resized(new Blob(["words"]))).rejects.toEqual(new NotTaken("cannot be read as a picture"));
  reading(10, 10);
  vi.spyOn(HTMLCanvasElement.prototype, "toBlob").mockImplementation((made) => made(null));
  await expect(resized(new Blob(["x"]))).rejects.toEqual(new NotTaken("is too large for this device"));
});
