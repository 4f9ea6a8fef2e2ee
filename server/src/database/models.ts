import { DataTypes, type DataType, type Model, type ModelStatic, type Sequelize } from 'sequelize';

/** Row of a table, as the database gives it. */
export interface WearerRow {
  id: string;
  name: string;
  collarText: string;
  collarSystem: 'in' | 'cm';
  collarLabel: number;
  collarEstimated: boolean | number;
  longEnd: 'left' | 'right';
  note: string;
  contact: string;
  eventName: string;
  eventOn: string | null;
  measures: unknown;
  mergedInto: string | null;
  version: number;
  createdAt: Date;
  updatedAt: Date;
  seenAt: Date;
  awayAt: Date | null;
}

/** A word of a wearer's name, or a beginning of one. */
interface WearerWordRow {
  word: string;
  seenAt: Date;
  wearerId: string;
}

/** A measure as it was taken on a day; never changed. */
export interface WearerMeasureRow {
  id: string;
  wearerId: string;
  kind: string;
  value: unknown;
  takenAt: Date;
  takenBy: string;
}

/** A tie that a wearer owns. */
export interface WearerTieRow {
  wearerId: string;
  tieId: string;
  since: Date;
  isUsual: boolean | number;
}

/** A tying; never changed. */
export interface TyingRow {
  id: string;
  wearerId: string;
  tieId: string;
  fittingId: string | null;
  outcome: string;
  frontLoopMm: number | null;
  frontFlatEndMm: number | null;
  backLoopMm: number | null;
  backFlatEndMm: number | null;
  way: string | null;
  fault: string | null;
  durationMs: number | null;
  steps: unknown;
  setMm: number | null;
  leadMm: number | null;
  neckPathMm: number | null;
  /** The model that the neck path was worked out by. */
  pathModel: string;
  isConfirmed: boolean | number;
  note: string;
  tiedAt: Date;
  removedAt: Date | null;
}

/** A collar in stock. */
export interface CollarRow {
  id: string;
  name: string;
  style: string;
  pointsMm: number;
  standMm: number;
  leafMm: number;
  version: number;
  createdAt: Date;
  updatedAt: Date;
}

/** The shop's settings: one row. */
export interface ShopSettingsRow {
  id: number;
  settings: unknown;
  version: number;
}

/** Cut, cloth and hardware are documents: they are read and written whole and checked by the contract. */
export interface TieRow {
  id: string;
  name: string;
  shape: string;
  fibre: string;
  weave: string | null;
  maker: string;
  measures: unknown;
  inStock: number;
  note: string;
  version: number;
  createdAt: Date;
  updatedAt: Date;
  awayAt: Date | null;
}

/** A fitting is written once and never changed, but for whether a later revision took its place. */
export interface FittingRow {
  id: string;
  wearerId: string;
  tieId: string;
  wearerName: string;
  tieName: string;
  givenOutAt: Date;
  rootId: string;
  revision: number;
  revises: string | null;
  isLatest: boolean | number;
  occasion: string;
  staff: string;
  modelVersion: string;
  inputs: unknown;
  tie: unknown;
  result: unknown;
  card: unknown;
}

type Table<Row extends object> = ModelStatic<Model<Row, Row>>;

/** The tables of the shop. */
export interface Models {
  readonly wearers: Table<WearerRow>;
  readonly ties: Table<TieRow>;
  readonly fittings: Table<FittingRow>;
  readonly wearerWords: Table<WearerWordRow>;
  readonly wearerMeasures: Table<WearerMeasureRow>;
  readonly wearerTies: Table<WearerTieRow>;
  readonly tyings: Table<TyingRow>;
  readonly collars: Table<CollarRow>;
  readonly shopSettings: Table<ShopSettingsRow>;
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
  const length = () => required(DataTypes.DOUBLE);
  const optional = (type: DataType) => ({ type, allowNull: true });
  const changing = () => ({ version: whole(), createdAt: time(), updatedAt: time() });
  return {
    wearers: sequelize.define(
      'wearer',
      {
        id: key(),
        name: text(),
        collarText: text(),
        collarSystem: text(),
        collarLabel: length(),
        collarEstimated: required(DataTypes.BOOLEAN),
        longEnd: text(),
        note: text(),
        contact: text(),
        eventName: text(),
        eventOn: optional(DataTypes.DATEONLY),
        measures: document(),
        mergedInto: optional(KEY),
        ...changing(),
        seenAt: time(),
        awayAt: optional(DataTypes.DATE(3)),
      },
      { tableName: 'wearers' },
    ),
    ties: sequelize.define(
      'tie',
      {
        ...{
          id: key(),
          name: text(),
          shape: text(),
          fibre: text(),
          weave: optional(DataTypes.STRING),
          maker: text(),
          measures: document(),
        },
        ...{ inStock: whole(), note: text(), ...changing(), awayAt: optional(DataTypes.DATE(3)) },
      },
      { tableName: 'ties' },
    ),
    fittings: sequelize.define(
      'fitting',
      {
        id: key(),
        wearerId: required(KEY),
        tieId: required(KEY),
        wearerName: text(),
        tieName: text(),
        givenOutAt: time(),
        rootId: required(KEY),
        revision: whole(),
        revises: optional(KEY),
        isLatest: required(DataTypes.BOOLEAN),
        occasion: text(),
        staff: text(),
        modelVersion: text(),
        inputs: document(),
        tie: document(),
        result: document(),
        card: optional(DataTypes.JSON),
      },
      { tableName: 'fittings' },
    ),
    wearerWords: sequelize.define(
      'wearerWord',
      { word: { ...text(), primaryKey: true }, seenAt: { ...time(), primaryKey: true }, wearerId: { ...required(KEY), primaryKey: true } },
      { tableName: 'wearer_words' },
    ),
    wearerMeasures: sequelize.define(
      'wearerMeasure',
      { id: key(), wearerId: required(KEY), kind: text(), value: document(), takenAt: time(), takenBy: text() },
      { tableName: 'wearer_measures' },
    ),
    wearerTies: sequelize.define(
      'wearerTie',
      {
        wearerId: { ...required(KEY), primaryKey: true },
        tieId: { ...required(KEY), primaryKey: true },
        since: time(),
        isUsual: required(DataTypes.BOOLEAN),
      },
      { tableName: 'wearer_ties' },
    ),
    tyings: sequelize.define(
      'tying',
      {
        id: key(),
        wearerId: required(KEY),
        tieId: required(KEY),
        fittingId: optional(KEY),
        outcome: text(),
        frontLoopMm: optional(DataTypes.DOUBLE),
        frontFlatEndMm: optional(DataTypes.DOUBLE),
        backLoopMm: optional(DataTypes.DOUBLE),
        backFlatEndMm: optional(DataTypes.DOUBLE),
        firmness: optional(DataTypes.STRING),
        way: optional(DataTypes.STRING),
        fault: optional(DataTypes.STRING),
        durationMs: optional(DataTypes.INTEGER),
        steps: document(),
        setMm: optional(DataTypes.DOUBLE),
        leadMm: optional(DataTypes.DOUBLE),
        neckPathMm: optional(DataTypes.DOUBLE),
        pathModel: text(),
        isConfirmed: required(DataTypes.BOOLEAN),
        note: text(),
        tiedAt: time(),
        removedAt: optional(DataTypes.DATE(3)),
      },
      { tableName: 'tyings' },
    ),
    collars: sequelize.define(
      'collar',
      { id: key(), name: text(), style: text(), pointsMm: length(), standMm: length(), leafMm: length(), ...changing() },
      { tableName: 'collars' },
    ),
    shopSettings: sequelize.define(
      'shopSettings',
      { id: { type: DataTypes.TINYINT, primaryKey: true }, settings: document(), version: whole() },
      { tableName: 'shop_settings' },
    ),
  };
}

/** A document column as a value, whether the driver parsed it or not. */
export function readDocument(value: unknown): unknown {
  return typeof value === 'string' ? JSON.parse(value) : value;
}
