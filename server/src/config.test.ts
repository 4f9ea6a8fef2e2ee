import { readConfig } from './config.ts';

describe('readConfig', () => {
  it('names the variable that is wrong', () => {
    expect(() => readConfig({})).toThrow('DATABASE_URL must be an address');
    expect(readConfig({ DATABASE_URL: 'mariadb://a:b@127.0.0.1:3306/x', PORT: '0' })).toMatchObject({ port: 0, host: '127.0.0.1' });
  });
});
