"""How large the controls of a page are to a finger: the reach of each, not its looks."""

MEASURE = """least => {
    const CONTROLS = "button, a[href], input, select, textarea, summary, [role=button], [role=tab], [role=slider], "
        + "[role=radio], [role=switch], [role=checkbox], [role=menuitem], [role=option]";
    const said = (element) => {
        const name = (element.getAttribute("aria-label") || element.textContent || element.id || "").trim();
        const kind = (element.getAttribute("class") || "").slice(0, 60);
        return `${name.slice(0, 40)} <${element.tagName.toLowerCase()} class=${kind}>`;
    };
    const small = [];
    let count = 0;
    for (const element of document.querySelectorAll(CONTROLS)) {
        if (element.disabled || element.closest("[inert], [aria-hidden=true]") || element.type === "file") continue;
        const style = getComputedStyle(element);
        if (style.visibility === "hidden" || style.pointerEvents === "none") continue;
        element.scrollIntoView({ block: "center", inline: "center", behavior: "instant" });
        const box = element.getBoundingClientRect();
        if (box.right <= 0 || box.bottom <= 0 || !element.checkVisibility({ contentVisibilityAuto: true })) continue;
        if (box.width < 2 || box.height < 2 || element.closest(".sr-only")) continue;
        count += 1;
        const middle = [box.x + box.width / 2, box.y + box.height / 2];
        const mine = (x, y) => {
            const hit = document.elementFromPoint(x, y);
            return hit !== null && (hit === element || element.contains(hit)
                || (hit.closest("label") !== null && hit.closest("label").contains(element)));
        };
        const reach = (dx, dy) => {
            let far = 0;
            while (far < least / 2 && mine(middle[0] + dx * (far + 0.5), middle[1] + dy * (far + 0.5))) far += 1;
            return far;
        };
        const wide = reach(1, 0) + reach(-1, 0);
        const high = reach(0, 1) + reach(0, -1);
        if (wide < least || high < least) small.push([said(element), wide, high]);
    }
    return [count, small];
}"""


def too_small(page, least_px):
    """How many controls a page has, and those that reach less far than so many pixels, across or up and down."""
    count, small = page.evaluate(MEASURE, least_px)
    return count, [f"{what}: {wide} x {high}" for what, wide, high in small]
