import { useRef, useState } from "react";
import type { KeyboardEvent, PointerEvent } from "react";
import { snapped } from "./planScale";
import type { PlanScale, Point } from "./planScale";

/** A press so near the first corner closes the outline, in px. */
const CLOSES_PX = 14;

type Hand = {
  scale: PlanScale;
  /** Whether corners of a new outline are being set. */
  drawing: boolean;
  onDrawn: (outline: Point[] | null) => void;
  onPlaced: (index: number, by: Point) => void;
};

/** What the hand does on the plan: drags a surface, or sets the corners of a new one. */
export function usePlanHand({ scale, drawing, onDrawn, onPlaced }: Hand) {
  const svg = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<{ index: number; from: Point; by: Point } | null>(null);
  const [corners, setCorners] = useState<Point[]>([]);
  const [at, setAt] = useState<Point | null>(null);

  const placeOf = (event: PointerEvent): Point => {
    const rect = svg.current!.getBoundingClientRect();
    return scale.toPlan(event.clientX - rect.left, event.clientY - rect.top);
  };
  const close = (points: Point[] | null) => {
    setCorners([]);
    setAt(null);
    onDrawn(points && points.length >= 3 ? points : null);
  };
  const handlers = {
    onPointerDown: (event: PointerEvent) => {
      if (!drawing) return;
      const point = snapped(placeOf(event));
      const first = corners[0];
      const near = first && Math.hypot(point[0] - first[0], point[1] - first[1]) * scale.scale < CLOSES_PX;
      if (near && corners.length >= 3) close(corners);
      else setCorners([...corners, point]);
    },
    onPointerMove: (event: PointerEvent) => {
      if (drawing) setAt(snapped(placeOf(event)));
      if (drag) {
        const [x, y] = placeOf(event);
        setDrag({ ...drag, by: snapped([x - drag.from[0], y - drag.from[1]]) });
      }
    },
    onPointerUp: () => {
      if (!drag) return;
      setDrag(null);
      onPlaced(drag.index, drag.by);
    },
    onKeyDown: (event: KeyboardEvent) => {
      if (!drawing) return;
      if (event.key === "Enter") close(corners);
      else if (event.key === "Escape") close(null);
      else if (event.key === "Backspace") setCorners(corners.slice(0, -1));
      else return;
      event.preventDefault();
      event.stopPropagation();
    },
  };
  /** Takes hold of a surface; not while corners are being set. */
  const grab = (event: PointerEvent, index: number) => {
    if (drawing) return false;
    svg.current!.setPointerCapture(event.pointerId);
    setDrag({ index, from: placeOf(event), by: [0, 0] });
    return true;
  };
  return { svg, drag, corners, at, handlers, grab };
}
