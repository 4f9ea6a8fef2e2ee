/** Version of the program; a test holds it to the packages' own. */
export const VERSION = '0.1.0';
