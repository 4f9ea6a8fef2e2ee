import { useId, useRef, useState, type KeyboardEvent, type ReactNode } from 'react';
import { flushSync } from 'react-dom';
import { TAPE_FIELD } from '../../../common/tape/tapeMeasure.ts';
import css from './numbers.module.css';

interface BigNumberProps {
  readonly label: string;
  /** The figure as it is shown, and as it is put into the field to be changed. */
  readonly figure: string;
  readonly editText?: string;
  /** Under this name a shortcut finds the field; a length in it can come from the tape. */
  readonly name?: string;
  readonly of?: ReactNode;
  /** Takes what was typed; answers with why it cannot be, or null. Without it the figure is only read. */
  readonly onType?: (text: string) => string | null;
  readonly onStep?: (by: 1 | -1) => void;
  readonly title?: string;
  readonly colour?: string;
  readonly children?: ReactNode;
}

/** One of the four numbers: large enough to be read from a metre away, and typed over where it can be chosen. */
export function BigNumber({ label, figure, editText, name, of, onType, onStep, title, colour, children }: BigNumberProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const id = useId();
  const field = useRef<HTMLInputElement>(null);
  const forget = (): void => {
    setTyped(null);
    setError(null);
  };
  /** What was typed stays where it is refused. */
  const take = (): void => {
    if (typed === null || !onType) return;
    const refused = typed.trim() === (editText ?? figure) ? null : onType(typed);
    setError(refused);
    if (refused === null) setTyped(null);
  };
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key === 'Enter') take();
    if (event.key === 'Escape') forget();
    if (onStep && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      event.preventDefault();
      forget();
      onStep(event.key === 'ArrowUp' ? 1 : -1);
    }
  };
  const onFocus = (): void => {
    // At once, so that the first key pressed replaces the number that was there.
    flushSync(() => setTyped((now) => now ?? editText ?? figure));
    field.current?.select();
  };
  const style = colour === undefined ? undefined : { color: colour };
  return (
    <div className={css.number}>
      {onType ? (
        <label className={css.label} htmlFor={id}>
          {label}
        </label>
      ) : (
        <div className={css.label}>{label}</div>
      )}
      <div className={css.line} title={title}>
        {onType ? (
          <input
            ref={field}
            id={id}
            className={`${css.figure} ${css.field}`}
            style={style}
            value={typed ?? figure}
            autoComplete="off"
            data-bench={name}
            {...(name === 'lead' ? TAPE_FIELD : {})}
            aria-invalid={error !== null}
            aria-describedby={`${id}-error`}
            onChange={(event) => setTyped(event.target.value)}
            onFocus={onFocus}
            onBlur={take}
            onKeyDown={onKeyDown}
          />
        ) : (
          <output className={css.figure} style={style} aria-label={label}>
            {figure}
          </output>
        )}
        {of !== undefined && <span className={css.of}>{of}</span>}
      </div>
      <div id={`${id}-error`} role="alert" className={css.error}>
        {error}
      </div>
      <div className={css.beside}>{children}</div>
    </div>
  );
}

/** A small ticket below a number: one press goes to a neighbour. */
export function Neighbour({ text, label, onClick }: { text: ReactNode; label: string; onClick: () => void }) {
  return (
    <button type="button" className={css.ticket} aria-label={label} onClick={onClick}>
      {text}
    </button>
  );
}
