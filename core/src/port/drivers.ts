/** Drivers of interface boxes; a station names its own. */
export const BOX_DRIVER_NAMES = ['serial-line'] as const;
export type BoxDriverName = (typeof BOX_DRIVER_NAMES)[number];

/** Dialects of bench supplies; a station names its own. */
export const SUPPLY_DRIVER_NAMES = ['scpi-joined', 'scpi-single'] as const;
export type SupplyDriverName = (typeof SUPPLY_DRIVER_NAMES)[number];
