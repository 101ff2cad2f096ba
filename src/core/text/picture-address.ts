/** Where a picture of a text is read from: those that were given to the school, and no others. */
export const PICTURE_ADDRESS = /^\/api\/text-pictures\/[0-9a-f]{64}$/;
