import { fitting as fittingSchema, type Fitting } from '@easytuck/contract';
import type { Transaction } from 'sequelize';
import { readDocument, type FittingRow } from '../../database/models.ts';
import type { Database } from '../../plugins/database.ts';

const inputsSchema = fittingSchema.omit({ id: true, givenOutAt: true, wearer: true, tie: true, modelVersion: true, result: true });

/** Reads and writes fittings; the only place that knows their columns. They are never changed. */
export interface FittingRepository {
  readonly find: (id: string) => Promise<Fitting | null>;
  /** Latest first; of one wearer where given. */
  readonly list: (wearerId: string | undefined, limit: number) => Promise<Fitting[]>;
  readonly insert: (fitting: Fitting, transaction: Transaction) => Promise<void>;
}

export function fittingRepository({ models }: Database): FittingRepository {
  const { fittings } = models;
  return {
    find: async (id) => {
      const row = (await fittings.findOne({ where: { id }, raw: true })) as unknown as FittingRow | null;
      return row && toFitting(row);
    },
    list: async (wearerId, limit) => {
      const where = wearerId === undefined ? {} : { wearerId };
      const rows = (await fittings.findAll({
        where,
        order: [
          ['givenOutAt', 'DESC'],
          ['id', 'DESC'],
        ],
        limit,
        raw: true,
      })) as unknown as FittingRow[];
      return rows.map(toFitting);
    },
    insert: async (fitting, transaction) => {
      const { id, givenOutAt, wearer, tie, modelVersion, result } = fitting;
      const row = {
        id,
        wearerId: wearer.id,
        tieId: tie.id,
        wearerName: wearer.name,
        givenOutAt: new Date(givenOutAt),
        modelVersion,
        inputs: inputsSchema.parse(fitting),
        tie,
        result,
      };
      await fittings.create(row, { transaction });
    },
  };
}

function toFitting(row: FittingRow): Fitting {
  return {
    id: row.id,
    givenOutAt: row.givenOutAt.toISOString(),
    wearer: { id: row.wearerId, name: row.wearerName },
    tie: fittingSchema.shape.tie.parse(readDocument(row.tie)),
    ...inputsSchema.parse(readDocument(row.inputs)),
    modelVersion: row.modelVersion,
    result: fittingSchema.shape.result.parse(readDocument(row.result)),
  };
}
