"""Putting findings together: each with what fixes it."""

from typing import Any

from lean_year.plan.answer.figure import Finding, Fix, Severity, StationKey


def replace(path: str, value: Any) -> dict[str, Any]:
    """An edit that writes one value."""
    return {"op": "replace", "path": path, "value": value}


class Findings:
    """The findings of one stage, as they are found."""

    def __init__(self, stage: StationKey, *, failing_is_not_to_drink: bool = False) -> None:
        self.rows: list[Finding] = []
        self._stage = stage
        self._failing_is_not_to_drink = failing_is_not_to_drink

    def add(
        self,
        code: str,
        severity: Severity,
        text: str,
        fix: str = "",
        *fixes: Fix,
        stage: StationKey | None = None,
        asks: bool = False,
        not_to_drink: bool = False,
    ) -> None:
        """Note one; `fix` is what to do in words, the first of `fixes` where it is empty."""
        advice = fix or (fixes[0].text if fixes else "")
        self.rows.append(
            Finding(
                code=code,
                stage=stage or self._stage,
                severity=severity,
                text=text,
                fix=advice,
                fixes=list(fixes),
                asks=asks,
                not_to_drink=not_to_drink or (severity == "fails" and self._failing_is_not_to_drink),
            )
        )
