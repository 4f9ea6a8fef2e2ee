import { stopShops } from './shop.ts';

/** Ends the shops that workers have shared. */
export default stopShops;
