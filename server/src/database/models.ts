import { DataTypes, type DataType, type Model, type ModelStatic, type Sequelize } from 'sequelize';

/** Row of a table, as the database gives it. */
export interface WearerRow {
  id: string;
  name: string;
  collarText: string;
  collarSystem: 'in' | 'cm';
  collarLabel: number;
  longEnd: 'left' | 'right';
  note: string;
  version: number;
  createdAt: Date;
  updatedAt: Date;
}

/** Cut, cloth and hardware are documents: they are read and written whole and checked by the contract. */
export interface TieRow {
  id: string;
  name: string;
  shape: string;
  clothKind: string;
  measures: unknown;
  inStock: number;
  note: string;
  version: number;
  createdAt: Date;
  updatedAt: Date;
}

/** A fitting is written once and never changed. */
export interface FittingRow {
  id: string;
  wearerId: string;
  tieId: string;
  wearerName: string;
  givenOutAt: Date;
  modelVersion: string;
  inputs: unknown;
  tie: unknown;
  result: unknown;
}

type Table<Row extends object> = ModelStatic<Model<Row, Row>>;

/** The tables of the shop. */
export interface Models {
  readonly wearers: Table<WearerRow>;
  readonly ties: Table<TieRow>;
  readonly fittings: Table<FittingRow>;
}

const KEY = DataTypes.CHAR(36);

/** Describes the tables to Sequelize, which changes what it is given, so each column is described afresh. They are made by the migrations. */
export function defineModels(sequelize: Sequelize): Models {
  const key = () => ({ type: KEY, primaryKey: true });
  const required = (type: DataType) => ({ type, allowNull: false });
  const text = () => required(DataTypes.STRING);
  const time = () => required(DataTypes.DATE(3));
  const whole = () => required(DataTypes.INTEGER);
  const document = () => required(DataTypes.JSON);
  const changing = () => ({ version: whole(), createdAt: time(), updatedAt: time() });
  return {
    wearers: sequelize.define(
      'wearer',
      {
        id: key(),
        name: text(),
        collarText: text(),
        collarSystem: text(),
        collarLabel: required(DataTypes.DOUBLE),
        longEnd: text(),
        note: text(),
        ...changing(),
      },
      { tableName: 'wearers' },
    ),
    ties: sequelize.define(
      'tie',
      { id: key(), name: text(), shape: text(), clothKind: text(), measures: document(), inStock: whole(), note: text(), ...changing() },
      { tableName: 'ties' },
    ),
    fittings: sequelize.define(
      'fitting',
      {
        id: key(),
        wearerId: required(KEY),
        tieId: required(KEY),
        wearerName: text(),
        givenOutAt: time(),
        modelVersion: text(),
        inputs: document(),
        tie: document(),
        result: document(),
      },
      { tableName: 'fittings' },
    ),
  };
}

/** A document column as a value, whether the driver parsed it or not. */
export function readDocument(value: unknown): unknown {
  return typeof value === 'string' ? JSON.parse(value) : value;
}
