// Measures of the ruled sheet and of the vessel beside it (px).

export const VESSEL_PX = 74;

export const HEAD_PX = 24;
