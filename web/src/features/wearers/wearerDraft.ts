/** Name that what is typed into a wearer's record is kept under until it is saved. */
export const wearerDraft = (id: string): string => `wearer.${id}`;
