const OVER_THE_PAGE = "[role=dialog], [role=alertdialog], [role=menu], [role=listbox]";

/** What of the page itself had the focus last. */
let last: HTMLElement | null = null;

document.addEventListener("focusin", ({ target }) => {
  if (target instanceof HTMLElement && !target.closest(OVER_THE_PAGE)) last = target;
});

/** For what closes over the page: the focus goes back to where it was, also where no button of its own opened it; to the
 *  main part of the page where that is gone. */
export function returnFocus(event: Event): void {
  event.preventDefault();
  const back = last?.isConnected ? last : document.querySelector<HTMLElement>("main[tabindex]");
  back?.focus();
}
