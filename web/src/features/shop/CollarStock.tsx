import {
  collarInput,
  FITTING_LENGTHS,
  lengthField,
  stockCollar,
  type CollarInput,
  type LengthLimits,
  type StockCollar,
} from '@easytuck/contract';
import { TYPICAL_COLLARS, type CollarStyle } from '@easytuck/core';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { changeCollar, createCollar, removeCollar, useCollars } from '../../common/api/collars.ts';
import { currentOf, sentenceOf } from '../../common/api/request.ts';
import { exactMm } from '../../common/exactMm.ts';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { TAPE_FIELD } from '../../common/tape/tapeMeasure.ts';
import { useUnits } from '../../common/UnitProvider.tsx';
import { COLLAR_STYLE_WORDS } from '../../common/words.ts';
import { COLOURS } from '../../theme.ts';

/** Collars of the shirts in stock: each as measured, changed in place. */
export function CollarStock() {
  const [open, setOpen] = useState<string | null>(null);
  const { length } = useUnits();
  return (
    <Loaded reading={useCollars()}>
      {(collars) => (
        <>
          <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, borderTop: `1px solid ${COLOURS.rule}` }}>
            {collars.map((collar) => (
              <Box component="li" key={collar.id} sx={{ borderBottom: `1px solid ${COLOURS.rule}`, py: 0.75, px: 1 }}>
                {open === collar.id ? (
                  <CollarEditor key={collar.version} collar={collar} onDone={() => setOpen(null)} />
                ) : (
                  <Box sx={{ display: 'flex', alignItems: 'center', gap: 2 }}>
                    <Box sx={{ flex: 1 }}>
                      <b>{collar.name}</b>, {COLLAR_STYLE_WORDS[collar.style].toLowerCase()}: points {length(collar.pointsMm)} apart, band{' '}
                      {length(collar.standMm)} high
                    </Box>
                    <Button size="small" aria-label={`Change ${collar.name}`} onClick={() => setOpen(collar.id)}>
                      Change
                    </Button>
                  </Box>
                )}
              </Box>
            ))}
          </Box>
          {open === 'new' ? (
            <Box sx={{ mt: 2 }}>
              <CollarEditor collar={null} onDone={() => setOpen(null)} />
            </Box>
          ) : (
            <Button variant="outlined" onClick={() => setOpen('new')} sx={{ mt: 1.5 }}>
              Add a collar
            </Button>
          )}
        </>
      )}
    </Loaded>
  );
}

const LENGTHS = [
  ['pointsMm', 'Points apart', FITTING_LENGTHS.collarPointsMm],
  ['standMm', 'Band height', FITTING_LENGTHS.standHeightMm],
  ['leafMm', 'Leaf length', FITTING_LENGTHS.leafLengthMm],
] as const satisfies readonly (readonly [keyof CollarInput, string, LengthLimits])[];
type CollarLength = (typeof LENGTHS)[number][0];

function CollarEditor({ collar, onDone }: { collar: StockCollar | null; onDone: () => void }) {
  const { unit } = useUnits();
  const [id] = useState(() => uuid());
  const [name, setName] = useState(collar?.name ?? '');
  const [style, setStyle] = useState<CollarStyle>(collar?.style ?? 'turndown');
  const start = collar ?? TYPICAL_COLLARS.turndown;
  const [lengths, setLengths] = useState<Readonly<Record<CollarLength, string>>>({
    pointsMm: exactMm(start.pointsMm),
    standMm: exactMm(start.standMm),
    leafMm: exactMm(start.leafMm),
  });
  const [version, setVersion] = useState(collar?.version ?? 0);
  const [failure, setFailure] = useState<unknown>(null);
  const read = (field: CollarLength, limits: LengthLimits) => lengthField(limits, unit).safeParse(lengths[field]);
  const [points, stand, leaf] = LENGTHS.map(([field, , limits]) => read(field, limits).data);
  const input = collarInput.safeParse({ name, style, pointsMm: points, standMm: stand, leafMm: leaf });
  const run = async (work: () => Promise<unknown>): Promise<void> => {
    setFailure(null);
    try {
      await work();
      onDone();
    } catch (error) {
      const current = currentOf(error, stockCollar);
      if (current) setVersion(current.version);
      setFailure(error);
    }
  };
  const chooseStyle = (next: CollarStyle): void => {
    setStyle(next);
    // a new collar starts from what is typical of its style
    if (collar) return;
    const { pointsMm, standMm, leafMm } = TYPICAL_COLLARS[next];
    setLengths({ pointsMm: exactMm(pointsMm), standMm: exactMm(standMm), leafMm: exactMm(leafMm) });
  };
  return (
    <Box
      component="form"
      aria-label={collar ? collar.name : 'A new collar'}
      onSubmit={(event) => {
        event.preventDefault();
        if (input.success)
          void run(() => (collar ? changeCollar(collar.id, { ...input.data, version }) : createCollar({ ...input.data, id })));
      }}
      sx={{ display: 'grid', columnGap: 2, rowGap: 1, gridTemplateColumns: 'repeat(auto-fill, minmax(130px, 1fr))', alignItems: 'start' }}
    >
      <TextField
        label="Collar’s name"
        value={name}
        onChange={(event) => setName(event.target.value)}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <TextField select label="Style" value={style} onChange={(event) => chooseStyle(event.target.value as CollarStyle)}>
        {(Object.keys(COLLAR_STYLE_WORDS) as CollarStyle[]).map((each) => (
          <MenuItem key={each} value={each}>
            {COLLAR_STYLE_WORDS[each]}
          </MenuItem>
        ))}
      </TextField>
      {LENGTHS.map(([field, label, limits]) => {
        const { error } = read(field, limits);
        return (
          <TextField
            key={field}
            label={label}
            value={lengths[field]}
            onChange={(event) => setLengths({ ...lengths, [field]: event.target.value })}
            error={error !== undefined}
            helperText={error?.issues[0]?.message ?? ' '}
            slotProps={{ inputLabel: { shrink: true }, htmlInput: { autoComplete: 'off', ...TAPE_FIELD } }}
          />
        );
      })}
      <Box sx={{ gridColumn: '1 / -1', display: 'flex', gap: 1.5 }}>
        <Button type="submit" variant="contained" disabled={!input.success}>
          Save the collar
        </Button>
        <Button variant="outlined" onClick={onDone}>
          Leave as it was
        </Button>
        {collar && (
          <Button color="error" onClick={() => void run(() => removeCollar(collar))}>
            Out of stock
          </Button>
        )}
      </Box>
      {failure !== null && (
        <Alert severity="error" sx={{ gridColumn: '1 / -1' }}>
          Not saved. {sentenceOf(failure)} What you typed is kept.
        </Alert>
      )}
    </Box>
  );
}
