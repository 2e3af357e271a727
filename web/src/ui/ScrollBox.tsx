import { useEffect, useRef, useState } from "react";
import type { CSSProperties, ReactNode, RefObject } from "react";

/** The reach of a control at the edge counts as nothing more to see. */
const SLACK_PX = 12;

/** What may be wider than the screen: it scrolls by itself, by touch and by the arrow keys, and fades out on the side
 * on which there is more. */
export function ScrollBox(props: {
  /** What is in it, for screen readers and where the keyboard comes to it. */
  label: string;
  className?: string;
  style?: CSSProperties;
  innerRef?: RefObject<HTMLDivElement | null>;
  children: ReactNode;
}) {
  const own = useRef<HTMLDivElement>(null);
  const box = props.innerRef ?? own;
  const [more, setMore] = useState({ before: false, after: false });
  useEffect(() => {
    const here = box.current;
    if (!here) return;
    const look = () => {
      const before = here.scrollLeft > SLACK_PX;
      const after = here.scrollLeft + here.clientWidth < here.scrollWidth - SLACK_PX;
      setMore((was) => (was.before === before && was.after === after ? was : { before, after }));
    };
    look();
    const observer = new ResizeObserver(look);
    observer.observe(here);
    for (const child of here.children) observer.observe(child);
    here.addEventListener("scroll", look, { passive: true });
    return () => {
      observer.disconnect();
      here.removeEventListener("scroll", look);
    };
  }, [box]);
  const scrolls = more.before || more.after;
  return (
    <div
      ref={box}
      className={`scrolls relative overflow-x-auto overflow-y-hidden ${props.className ?? ""}`}
      style={props.style}
      data-before={more.before || undefined}
      data-after={more.after || undefined}
      {...(scrolls ? { tabIndex: 0, role: "group", "aria-label": `${props.label}, scrolls sideways` } : {})}
    >
      {props.children}
    </div>
  );
}
