/** What starts a line of its own when a page is written down. */
const LINE = "p, li, tr, h1, h2, h3, h4, dt, dd, label, summary, caption, svg, section, ul, table, div";

/** What is drawn comes to so many digits, whatever the processor makes of the last ones. */
const DIGITS = /-?\d+\.\d+(e-?\d+)?/g;
const fewDigits = (text: string) => text.replace(DIGITS, (number) => String(Number(Number(number).toPrecision(6))));

/** 32 bits of FNV-1a: tells that a drawing is another, not how. */
function digest(text: string): string {
  let hash = 0x811c9dc5;
  for (let at = 0; at < text.length; at++) hash = Math.imul(hash ^ text.charCodeAt(at), 0x01000193) >>> 0;
  return hash.toString(16).padStart(8, "0");
}

/** React's own ids say nothing of a drawing. */
const drawn = (svg: Element) => digest(fewDigits(svg.innerHTML.replace(/_r_\w+_|«\w+»|radix-\S+?(?=["\s)])/g, "")));

/** What a screen reader says of a control beside its name. */
const STATES = ["current", "pressed", "checked", "selected", "invalid", "expanded", "disabled", "busy", "live"];

function stated(element: Element): string {
  const said = STATES.flatMap((state) => {
    const value =
      element.getAttribute(`aria-${state}`) ?? (state === "disabled" ? element.getAttribute(state) : null);
    if (value === null || value === "false") return [];
    return value === "true" || value === "" ? [state] : [`${state} ${value}`];
  });
  const outOfTurn = (element as HTMLElement).tabIndex > 0 ? ["out of turn"] : [];
  return [...said, ...outOfTurn].map((each) => ` (${each})`).join("");
}

/**
 * A page as it is read: its words line by line, what stands in its entries, the state of each control, and each drawing
 * by its name, its words and a digest of its lines.
 */
export function writtenDown(page: Element): string {
  const lines: string[] = [];
  let line = "";
  const end = () => {
    if (line.trim()) lines.push(line.replace(/\s+/g, " ").trim());
    line = "";
  };
  const write = (node: Node) => {
    if (node.nodeType === Node.TEXT_NODE) line += node.textContent;
    if (!(node instanceof Element)) return;
    const own = node.matches(LINE);
    if (own) end();
    if (node.matches("td, th, button") && line.trim()) line += " | ";
    line += stated(node);
    if (node instanceof HTMLInputElement) line += ` [${node.type === "checkbox" ? node.checked : node.value}] `;
    if (node instanceof SVGElement) {
      const words = [...node.querySelectorAll("text")].map((text) => text.textContent.trim());
      line += ` <${[node.getAttribute("aria-label") ?? "", ...words].filter(Boolean).join(" | ")}> ${drawn(node)} `;
    } else node.childNodes.forEach(write);
    if (own) end();
  };
  write(page);
  end();
  return lines.join("\n");
}
