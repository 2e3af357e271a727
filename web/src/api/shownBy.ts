/** The supply that every property begins with. */
export const FIRST_SUPPLY = "main";

/** A property as it is looked at: its id, and behind an `@` the supply, where that is not the one that it began with. In
 * one word, so that whatever is held by it is of that supply. */
export const shownBy = (property: string, supply: string): string =>
  supply === FIRST_SUPPLY ? property : `${property}@${supply}`;

export const propertyOf = (id: string): string => id.split("@", 1)[0]!;

export const supplyOf = (id: string): string | undefined => id.split("@")[1];

/** Where the supply that is named is not there any more: the property by the one that is shown instead. */
export const shownInstead = (id: string, shown: string): string | null =>
  [undefined, shown].includes(supplyOf(id)) ? null : shownBy(propertyOf(id), shown);

/** As the server is asked for it: which property, and by which supply it is shown. */
export const at = <Query extends object>(id: string, query?: Query) => {
  const supply = supplyOf(id);
  return {
    path: { property_id: propertyOf(id) },
    query: { ...query, ...(supply === undefined ? {} : { supply }) } as Query & { supply?: string },
  };
};
