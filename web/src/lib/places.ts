/** The JSON pointer of what stands under a key, such as `roofs/house/outlet_m`, in a part of the document. */
export const placeIn = (part: string, key: string) => `${part}/${key.replaceAll("/", "~1")}`;
