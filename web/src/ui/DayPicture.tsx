import { scaleLinear } from "d3-scale";
import { useEffect, useMemo, useRef, useState } from "react";
import { useAxis } from "../lib/axis";
import { addDays, dayName, monthName, monthStarts, parseDay } from "../lib/dates";
import { YEAR_DAYS } from "../lib/days";
import type { YearSpan } from "../lib/days";

const HEAD = 18;
const STRONG_ROW = 14;

type PictureYear = { label: string; start: string; whole: boolean; counted: boolean };

type DayPictureProps = {
  name: string;
  years: PictureYear[];
  spans: YearSpan[];
  firstMonth: number;
  /** Rows drawn strong, with their label. */
  strongRows: number[];
  yearRow: number;
  height: number;
  /** Colour of a day of the record, as 0xRRGGBB. */
  colour: (day: number) => number;
  /** What a day says when it is read. */
  reading: (day: number) => string;
  pickYear: (row: number) => void;
};

/** Every recorded day: a row is a year, a column a day of the water year. */
export function DayPicture(props: DayPictureProps) {
  const { years, spans, strongRows, height, colour, yearRow } = props;
  const axis = useAxis();
  const canvas = useRef<HTMLCanvasElement>(null);
  const [at, setAt] = useState<{ row: number; day: number } | null>(null);
  const tops = useMemo(
    () => rowTops(years.length, [...strongRows, yearRow], height),
    [years.length, strongRows, yearRow, height],
  );

  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (context) paint(context, { width: axis.width, height, years, spans, colour, tops });
  }, [axis.width, height, years, spans, colour, tops]);

  const months = monthStarts(props.firstMonth);
  const labelled = rowLabels(years, tops, [...strongRows, yearRow], axis.narrow);
  const x = scaleLinear([0, YEAR_DAYS - 1], [axis.left, axis.left + axis.width]);

  const clamp = (row: number, day: number) => {
    const span = spans[row]!;
    return { row, day: Math.max(span.offset, Math.min(span.offset + span.days - 1, day)) };
  };
  const placeOf = (event: React.PointerEvent) => {
    const box = canvas.current!.getBoundingClientRect();
    const px = event.clientX - box.left;
    const py = event.clientY - box.top;
    let row = tops.findIndex((_, i) => py < (tops[i + 1] ?? Infinity));
    if (row < 0 || row >= years.length) row = years.length - 1;
    return clamp(row, Math.round((px / axis.width) * (YEAR_DAYS - 1)));
  };
  const move = (rows: number, daysMoved: number) => {
    const from = at ?? { row: yearRow, day: 0 };
    const row = Math.max(0, Math.min(years.length - 1, from.row + rows));
    setAt(clamp(row, from.day + daysMoved));
  };
  const recordDay = at ? spans[at.row]!.first + at.day - spans[at.row]!.offset : 0;
  const said = at
    ? `${dayName(addDays(parseDay(years[at.row]!.start), at.day - spans[at.row]!.offset))}: ${props.reading(recordDay)}`
    : "";

  return (
    <div className="relative shrink-0" style={{ width: axis.left + axis.width, height: HEAD + height }}>
      <Labels axis={axis} height={height} months={months} labelled={labelled} tops={tops} x={x} />
      <canvas
        ref={canvas}
        tabIndex={0}
        role="application"
        aria-label={`${props.name}. A row is a year, a column a day. Arrow keys move the reading, Enter picks the year.`}
        className="absolute cursor-crosshair touch-pan-y"
        style={{ left: axis.left, top: HEAD, width: axis.width, height }}
        onPointerMove={(event) => setAt(placeOf(event))}
        onPointerLeave={() => setAt(null)}
        onBlur={() => setAt(null)}
        onClick={(event) => {
          const place = placeOf(event as unknown as React.PointerEvent);
          setAt(place);
          props.pickYear(place.row);
        }}
        onKeyDown={(event) => {
          const far = event.shiftKey ? 10 : 1;
          const moves: Record<string, () => void> = {
            ArrowLeft: () => move(0, -far),
            ArrowRight: () => move(0, far),
            ArrowUp: () => move(-far, 0),
            ArrowDown: () => move(far, 0),
            Enter: () => at && props.pickYear(at.row),
            Escape: () => setAt(null),
          };
          const does = moves[event.key];
          if (!does) return;
          event.preventDefault();
          event.stopPropagation();
          does();
        }}
      />
      <Reading axis={axis} height={height} months={months} tops={tops} yearRow={yearRow} at={at} x={x} />
      {at && (
        <p
          className="pointer-events-none absolute z-10 border-[1.5px] border-ink bg-sheet px-2 py-1 text-small leading-tight whitespace-nowrap"
          style={{
            top: Math.min(HEAD + tops[at.row]! + STRONG_ROW + 8, HEAD + height - 20),
            ...(at.day > YEAR_DAYS / 2
              ? { right: axis.width - (x(at.day) - axis.left) + 8 }
              : { left: x(at.day) + 8 }),
          }}
        >
          {said}
        </p>
      )}
      <p className="sr-only" aria-live="polite">
        {said}
      </p>
    </div>
  );
}

type Over = {
  axis: ReturnType<typeof useAxis>;
  height: number;
  months: ReturnType<typeof monthStarts>;
  tops: number[];
  x: (day: number) => number;
};

/** Months along the top, years at the side. */
function Labels(props: Over & { labelled: ReturnType<typeof rowLabels> }) {
  const { axis, height, months, labelled, tops, x } = props;
  return (
    <svg
      className="pointer-events-none absolute inset-0 overflow-visible"
      width={axis.left + axis.width}
      height={HEAD + height}
      aria-hidden="true"
    >
      {months.map(({ month, day }) => (
        <text key={month} x={x(day) + axis.width / 24} y={12} textAnchor="middle" className="axis">
          {axis.narrow ? monthName(month)[0] : monthName(month)}
        </text>
      ))}
      {labelled.map(({ row, text, strong }) => (
        <text
          key={row}
          x={axis.left - 6}
          y={HEAD + (tops[row]! + tops[row + 1]!) / 2 + 4.5}
          textAnchor="end"
          className="axis"
          style={strong ? { fill: "var(--ink)", fontWeight: 650 } : undefined}
        >
          {text}
        </text>
      ))}
    </svg>
  );
}

/** Months between the days, the year that is chosen, and cross hairs on the day that is read. */
function Reading(props: Over & { yearRow: number; at: { row: number; day: number } | null }) {
  const { axis, height, months, tops, yearRow, at, x } = props;
  return (
    <svg
      className="pointer-events-none absolute inset-0 overflow-visible"
      width={axis.left + axis.width}
      height={HEAD + height}
      aria-hidden="true"
    >
      {months.slice(1).map(({ month, day }) => (
        <path key={month} d={`M${x(day)} ${HEAD}v${height}`} stroke="var(--sheet)" strokeWidth="1" opacity="0.55" />
      ))}
      <rect
        x={axis.left - 0.5}
        y={HEAD + tops[yearRow]! - 0.5}
        width={axis.width + 1}
        height={tops[yearRow + 1]! - tops[yearRow]! + 1}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      {at && (
        <>
          <path d={`M${x(at.day)} ${HEAD}v${height}`} stroke="var(--ink)" strokeWidth="1" />
          <path
            d={`M${axis.left} ${HEAD + (tops[at.row]! + tops[at.row + 1]!) / 2}h${axis.width}`}
            stroke="var(--ink)"
            strokeWidth="1"
            strokeDasharray="2 3"
          />
        </>
      )}
    </svg>
  );
}

type Painted = {
  width: number;
  height: number;
  years: PictureYear[];
  spans: YearSpan[];
  colour: (day: number) => number;
  tops: number[];
};

/** Every day as a pixel of a small picture, whose rows are then drawn as high as they are to be. */
function paint(context: CanvasRenderingContext2D, on: Painted) {
  const { width, height, years, spans, colour, tops } = on;
  const ratio = window.devicePixelRatio || 1;
  context.canvas.width = Math.round(width * ratio);
  context.canvas.height = Math.round(height * ratio);
  const days = document.createElement("canvas");
  days.width = YEAR_DAYS;
  days.height = years.length;
  const small = days.getContext("2d")!;
  const image = small.createImageData(YEAR_DAYS, years.length);
  const pixels = new Uint32Array(image.data.buffer);
  spans.forEach((span, row) => {
    for (let day = 0; day < span.days && day + span.offset < YEAR_DAYS; day++) {
      const rgb = colour(span.first + day);
      pixels[row * YEAR_DAYS + day + span.offset] =
        0xff000000 | ((rgb & 0xff) << 16) | (rgb & 0xff00) | ((rgb >> 16) & 0xff);
    }
    // A year of 365 days fills its row to the end.
    if (span.days === 365 && span.offset === 0) pixels[row * YEAR_DAYS + 365] = pixels[row * YEAR_DAYS + 364]!;
  });
  small.putImageData(image, 0, 0);
  context.imageSmoothingEnabled = false;
  context.clearRect(0, 0, context.canvas.width, context.canvas.height);
  years.forEach((_, row) => {
    const top = Math.round(tops[row]! * ratio);
    const foot = Math.round(tops[row + 1]! * ratio);
    context.drawImage(days, 0, row, YEAR_DAYS, 1, 0, top, context.canvas.width, foot - top);
  });
}

/** Top of each row and, last, the foot: strong rows higher, the rest sharing what is left. */
export function rowTops(count: number, strong: number[], height: number): number[] {
  const strongRows = new Set(strong.filter((row) => row >= 0 && row < count));
  const others = count - strongRows.size;
  const high = others ? Math.min(STRONG_ROW, (3 * height) / count) : height / count;
  const low = others ? (height - strongRows.size * high) / others : high;
  const tops = [0];
  for (let row = 0; row < count; row++) tops.push(tops[row]! + (strongRows.has(row) ? high : low));
  return tops;
}

/** Which rows carry a label: the strong ones first, then round years where there is room. */
function rowLabels(years: PictureYear[], tops: number[], strong: number[], narrow: boolean) {
  const placed: { row: number; text: string; strong: boolean }[] = [];
  const middle = (row: number) => (tops[row]! + tops[row + 1]!) / 2;
  const free = (row: number) => placed.every((other) => Math.abs(middle(other.row) - middle(row)) >= 14);
  for (const row of strong)
    if (free(row)) placed.push({ row, text: narrow ? years[row]!.label.slice(-5) : years[row]!.label, strong: true });
  years.forEach((year, row) => {
    if (Number(year.start.slice(0, 4)) % 5 === 0 && free(row))
      placed.push({ row, text: year.start.slice(0, 4), strong: false });
  });
  return placed;
}
