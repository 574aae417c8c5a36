// Measures of the ruled sheet and of the vessel beside it (px).

export const VESSEL_PX = 74;

export const HEAD_PX = 24;

export const LABEL_PX = 104;

export const RIGHT_PX = VESSEL_PX + 96;

export const ROW_PX = 26;

export const BAR_PX = 18;
