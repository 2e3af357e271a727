import { NEEDS, ORDERS } from "./find";
import type { Need, Order } from "./find";

export type Asked = { find: string; area: string; need: Need; order: Order };

/** What of the list is shown, and in which order. */
export function Narrow({
  asked,
  ask,
  areas,
  usual,
}: {
  asked: Asked;
  ask: (name: keyof Asked, value: string, usual: string) => void;
  areas: string[];
  usual: Order;
}) {
  return (
    <p className="mb-4 flex flex-wrap gap-3">
      <input
        className="field max-w-[360px] min-w-[200px] flex-1"
        type="search"
        placeholder="Find a property"
        aria-label="Find a property"
        value={asked.find}
        onChange={(event) => ask("find", event.target.value, "")}
      />
      {areas.length > 0 && (
        <select
          className="field w-auto!"
          aria-label="Area"
          value={asked.area}
          onChange={(event) => ask("area", event.target.value, "")}
        >
          <option value="">in all areas</option>
          {areas.map((area) => (
            <option key={area}>{area}</option>
          ))}
        </select>
      )}
      <Pick name="What is shown" value={asked.need} choices={NEEDS} choose={(value) => ask("need", value, "any")} />
      <Pick
        name="Order of the list"
        value={asked.order}
        choices={ORDERS}
        choose={(value) => ask("order", value, usual)}
      />
    </p>
  );
}

function Pick({
  name,
  value,
  choices,
  choose,
}: {
  name: string;
  value: string;
  choices: Record<string, string>;
  choose: (value: string) => void;
}) {
  return (
    <select
      className="field w-auto!"
      aria-label={name}
      value={value}
      onChange={(event) => choose(event.target.value)}
    >
      {Object.entries(choices).map(([key, words]) => (
        <option key={key} value={key}>
          {words}
        </option>
      ))}
    </select>
  );
}
