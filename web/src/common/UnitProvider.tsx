import { formatFine, formatLength, formatLengthBare, type LengthUnit } from '@easytuck/core';
import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from 'react';
import { useShop } from './api/shop.ts';
import { readStored, writeStored } from './stored.ts';

export type ShopUnit = Extract<LengthUnit, 'in' | 'cm'>;

interface Units {
  readonly unit: ShopUnit;
  readonly otherUnit: ShopUnit;
  readonly setUnit: (unit: ShopUnit) => void;
  /** A length in the shop's unit, with and without its name, and in the other one. */
  readonly length: (lengthMm: number) => string;
  readonly bare: (lengthMm: number) => string;
  readonly other: (lengthMm: number) => string;
  /** A length on a tied bow, as fine as a tape shows it; and with its sign. */
  readonly fine: (lengthMm: number) => string;
  readonly signed: (lengthMm: number) => string;
}

const KEY = 'easytuck.unit';
const UnitContext = createContext<Units | null>(null);

/** Keeps the unit that lengths are shown in: the shop's, until another is chosen here. */
export function UnitProvider({ children }: { children: ReactNode }) {
  const shop = useShop();
  const [chosen, keep] = useState<ShopUnit | null>(() =>
    readStored(KEY, (value) => (value === 'in' || value === 'cm' ? value : null), null),
  );
  const unit = chosen ?? shop.unit;
  const setUnit = useCallback((next: ShopUnit) => {
    keep(next);
    writeStored(KEY, next);
  }, []);
  const units = useMemo<Units>(() => {
    const otherUnit = unit === 'in' ? 'cm' : 'in';
    return {
      unit,
      otherUnit,
      setUnit,
      length: (lengthMm) => formatLength(lengthMm, unit),
      bare: (lengthMm) => formatLengthBare(lengthMm, unit),
      other: (lengthMm) => formatLength(lengthMm, otherUnit),
      fine: (lengthMm) => formatFine(lengthMm, unit),
      signed: (lengthMm) => signedText(lengthMm, unit),
    };
  }, [unit, setUnit]);
  return <UnitContext value={units}>{children}</UnitContext>;
}

/** With its sign, and none where it is written as nothing. */
function signedText(lengthMm: number, unit: ShopUnit): string {
  const text = formatFine(lengthMm, unit);
  return lengthMm > 0 && text !== formatFine(0, unit) ? `+${text}` : text;
}

/** The shop's unit and how to write lengths in it. */
export function useUnits(): Units {
  const units = useContext(UnitContext);
  if (!units) throw new Error('useUnits is called outside of UnitProvider');
  return units;
}
