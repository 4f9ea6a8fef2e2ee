import Typography from '@mui/material/Typography';
import { useEffect, useRef, type ReactNode } from 'react';
import { useLocation } from 'react-router';

/** A named part of a page under its own heading; a link to `#id` brings it into view, `heading` says more than the name. */
export function Section({ title, heading = title, id, children }: { title: string; heading?: string; id?: string; children: ReactNode }) {
  const section = useRef<HTMLElement>(null);
  const { hash } = useLocation();
  useEffect(() => {
    if (id !== undefined && hash === `#${id}`) section.current?.scrollIntoView({ block: 'nearest' });
  }, [id, hash]);
  return (
    <section ref={section} aria-label={title} id={id}>
      <Typography variant="h2" sx={{ mb: 1.5 }}>
        {heading}
      </Typography>
      {children}
    </section>
  );
}
