import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';

/** Changes rows by a statement with `?` for each value. @returns how many were changed. */
export async function writeRows(
  sequelize: Sequelize,
  statement: string,
  values: readonly unknown[],
  transaction?: Transaction,
): Promise<number> {
  const changed = await sequelize.query(statement, {
    type: QueryTypes.BULKUPDATE,
    replacements: [...values],
    ...(transaction ? { transaction } : {}),
  });
  return Number(changed);
}
