/** Header of the token that a page sends along with a change. */
export const TOKEN_HEADER = 'x-easytuck-token';

/** Header that the pocket coach sends its key in. */
export const LINK_HEADER = 'x-easytuck-link';

/** Counts the forms that the pocket coach's answer has had. */
export const POCKET_FORM = 1;
