import { DataTypes, type Model, type ModelStatic } from 'sequelize';
import type { StatementValue } from './sequelizeInternals.ts';

type Described<Row extends object> = ModelStatic<Model<Row, Row>>;

/** The columns of a table by the names that rows know them under, from the one description of the table. */
function described<Row extends object>(
  model: Described<Row>,
): readonly { name: keyof Row & string; column: string; isDay: boolean; isDocument: boolean }[] {
  return Object.entries(model.getAttributes()).map(([name, attribute]) => {
    const { field, type } = attribute as { field?: string; type: unknown };
    return {
      name: name as keyof Row & string,
      column: field ?? name,
      isDay: type instanceof DataTypes.DATEONLY,
      isDocument: type instanceof DataTypes.JSON,
    };
  });
}

/** What of a table is selected, and how. */
export interface SelectOptions<Row> {
  /** All others are left out. */
  readonly only?: readonly (keyof Row)[];
  /** The table's name within the statement. */
  readonly alias?: string;
  /** Documents are not made into objects. */
  readonly documentsAsText?: boolean;
}

/**
 * What a statement selects of a table, so that a row has the names of the model. Days come as text, as they are written.
 */
export function selected<Row extends object>(
  model: Described<Row>,
  { only, alias, documentsAsText = false }: SelectOptions<Row> = {},
): string {
  return described(model)
    .filter(({ name }) => only?.includes(name) ?? true)
    .map(({ name, column: bare, isDay, isDocument }) => {
      const column = alias === undefined ? bare : `${alias}.${bare}`;
      if (isDay) return `DATE_FORMAT(${column}, '%Y-%m-%d') AS ${name}`;
      return isDocument && documentsAsText ? `CONCAT(${column}) AS ${name}` : `${column} AS ${name}`;
    })
    .join(', ');
}

/** The columns of a table with how a whole row gives the value of each, documents as JSON; for `insertRows`. */
export function inserted<Row extends object>(
  model: Described<Row>,
): readonly (readonly [column: string, value: (row: Row) => StatementValue])[] {
  return described(model).map(({ name, column, isDocument }) => [
    column,
    (row) => (isDocument ? JSON.stringify(row[name]) : (row[name] as StatementValue)),
  ]);
}
