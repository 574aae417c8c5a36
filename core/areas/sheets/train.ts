/** The method of a sheet that runs several on the same water, one after another. */
export const TRAIN = 'train';
