import type { Plan } from "../../api/client";
import { Fixes } from "../../document/Findings";
import { useHeld } from "../../document/pointing";
import { Mark } from "../../ui/Mark";

type Check = Plan["gutters"]["checks"][number];

/** The checks on the levels, worst first, with the letters that stand on the section. */
export function ChecksList({ checks: standing, group }: { checks: Check[]; group: string }) {
  const checks = useHeld(standing);
  const here = checks.filter((check) => check.group === null || check.group === group);
  const elsewhere = checks.filter(
    (check) => check.group !== null && check.group !== group && check.status !== "settled",
  );
  return (
    <section aria-label="Checks on the levels">
      <h2 className="heading">Checks on the levels</h2>
      <ul className="mt-1">
        {here.map((check) => (
          <Row key={check.letter} check={check} />
        ))}
      </ul>
      {elsewhere.length > 0 && (
        <>
          <h3 className="heading mt-3">On the other runs</h3>
          <ul>
            {elsewhere.map((check) => (
              <Row key={check.letter} check={check} />
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

function Row({ check }: { check: Check }) {
  return (
    <li className="flex gap-2.5 border-b border-rule py-1.5 text-small leading-snug">
      <span className="grid justify-items-center gap-0.5 pt-0.5">
        <Mark status={check.status} />
        <strong>{check.letter}</strong>
      </span>
      <span>
        <strong className="block text-table">{check.title}</strong>
        {check.text}
        <Fixes fixes={check.fixes} />
      </span>
    </li>
  );
}
