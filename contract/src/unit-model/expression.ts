import { text } from '../describe';

/** When something is so, in the small language of expressions. */
export const expression = () => text(400);
