/** Red, green and blue of a picture as they are drawn on the plot ground; pixels of scopes need them as numbers. */
export const channelColours = ["#e0695b", "#5fae6b", "#6a97d8"] as const;
