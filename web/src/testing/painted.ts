import { vi } from "vitest";

/** Canvases that can be painted on, which jsdom has not. What comes back holds the colours, as 0xRRGGBB, of the small
 *  picture that was painted last, row by row; -1 where nothing was. */
export function paintable() {
  const painted = { rows: [] as number[][] };
  vi.spyOn(HTMLCanvasElement.prototype, "getContext").mockImplementation(function (this: HTMLCanvasElement) {
    const context = {
      canvas: this,
      createImageData: (width: number, height: number) => ({
        width,
        data: new Uint8ClampedArray(width * height * 4),
      }),
      putImageData: ({ width, data }: { width: number; data: Uint8ClampedArray }) => {
        const colour = (i: number) => (data[i]! << 16) | (data[i + 1]! << 8) | data[i + 2]!;
        painted.rows = Array.from({ length: data.length / 4 / width }, (_, row) =>
          Array.from({ length: width }, (__, at) => 4 * (row * width + at)).map((i) =>
            data[i + 3] ? colour(i) : -1,
          ),
        );
      },
      clearRect: () => undefined,
      drawImage: () => undefined,
    };
    return context as unknown as null;
  });
  return painted;
}
