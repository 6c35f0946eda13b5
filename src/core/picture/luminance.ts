/** Weights of linear Rec. 709 in luminance. Source: ITU-R BT.709. */
export const luminanceWeights = [0.2126, 0.7152, 0.0722] as const;
