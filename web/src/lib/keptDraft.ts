import { useState } from "react";

/**
 * Something half entered that outlasts a closed dialog, another sheet and a reload: kept under a key of this browser
 * until it is set back to what is empty. What is found there and does not look like it is left alone.
 */
export function useKeptDraft<Draft extends object>(key: string, empty: Draft) {
  const [draft, setDraft] = useState<Draft>(() => keptAt(key, empty) ?? empty);
  const set = (next: Draft) => {
    setDraft(next);
    if (next === empty) localStorage.removeItem(key);
    else localStorage.setItem(key, JSON.stringify(next));
  };
  return [draft, set] as const;
}

function keptAt<Draft extends object>(key: string, empty: Draft): Draft | null {
  const text = localStorage.getItem(key);
  if (text === null) return null;
  try {
    const found = JSON.parse(text) as Record<string, unknown> | null;
    const alike = Object.entries(empty).every(([name, value]) => typeof found?.[name] === typeof value);
    return alike ? (found as Draft) : null;
  } catch {
    return null;
  }
}
