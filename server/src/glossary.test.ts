import { readFileSync } from 'node:fs';
import { GLOSSARY } from '@easytuck/contract';

describe('the glossary', () => {
  it('stands the same in the documents', () => {
    const written = readFileSync(new URL('../../docs/glossary.md', import.meta.url), 'utf8')
      .split('\n')
      .filter((line) => line.startsWith('| ') && !line.startsWith('| word') && !line.startsWith('| ---'))
      .map((line) => line.split('|').map((cell) => cell.trim()))
      .map(([, word, means]) => ({ word, means }));
    expect(written).toEqual(GLOSSARY);
  });
  it('says each word once, in sentences', () => {
    expect(new Set(GLOSSARY.map(({ word }) => word)).size).toBe(GLOSSARY.length);
    for (const { means } of GLOSSARY) expect(means).toMatch(/^[A-Z].*\.$/);
  });
});
