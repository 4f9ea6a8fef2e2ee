import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';

/** Changes rows by a statement with `?` for each value. @returns how many were changed. */
export async function writeRows(
  sequelize: Sequelize,
  statement: string,
  values: readonly unknown[],
  transaction?: Transaction,
): Promise<number> {
  // (of what puts rows in, the library tells the new key too)
  const changed: unknown = await sequelize.query(statement, {
    type: QueryTypes.BULKUPDATE,
    replacements: [...values],
    ...(transaction ? { transaction } : {}),
  });
  return Number(Array.isArray(changed) ? changed[1] : changed);
}
