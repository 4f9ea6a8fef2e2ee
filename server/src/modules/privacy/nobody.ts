/**
 * Nobody: the record that fittings and tyings of people who were erased go back to. It is merged into itself, so that it is
 * listed, found and exported nowhere.
 */
export const NOBODY_ID = '00000000-0000-7000-8000-000000000000';
