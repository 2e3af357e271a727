/** Nine steps of a ninth of the live store, low to full, and the colour of a dry day. As 0xRRGGBB. */
export const STORE_SCALE = [0xf6c25a, 0xd3bb78, 0xb0b18b, 0x8da497, 0x6b969c, 0x4b859c, 0x2e7296, 0x175e8a, 0x0d4a78];
export const DRY_DAY = 0xa8122f;
/** Of a store that is out of use and stands empty, which is no want of water. */
export const OUT_OF_USE_DAY = 0xc9c6bf;

export const css = (rgb: number) => `#${rgb.toString(16).padStart(6, "0")}`;

/** The step of a share of the store, 0 to 8. */
export const storeStep = (share: number) => Math.min(8, Math.floor(share * 9));
