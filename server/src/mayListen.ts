import type { Config } from './config.ts';
import { isLoopbackName } from './plugins/gate.ts';
import { StartRefused } from './startRefused.ts';

/** Whether others than this machine could ask this server: by its own address, or by a web server that stands before it. */
export const isReachedFromOutside = ({ host, trustProxy }: Pick<Config, 'host' | 'trustProxy'>): boolean =>
  !isLoopbackName(host) || trustProxy;

/**
 * Refuses to listen where a stranger on the network could read the shop's records: beyond this machine the shop is opened only
 * with an owner who signs in, and over https.
 * @throws StartRefused, with what is to be done.
 */
export function refuseToListen(config: Pick<Config, 'host' | 'trustProxy' | 'tls'>, isOwner: boolean): void {
  if (!isReachedFromOutside(config)) return;
  if (!isOwner)
    throw new StartRefused(
      'This address can be reached by others, and nobody is set up to sign in. Set up an owner first: npm run people -- add NAME --role owner. Nothing was opened.',
    );
  if (config.tls === undefined && !config.trustProxy)
    throw new StartRefused(
      `Over ${config.host} the shop would be spoken to in the clear. Give it a certificate (TLS_CERT and TLS_KEY), or let it listen on 127.0.0.1 behind a web server on this machine that speaks https (TRUST_PROXY=1); docs/running.md has both. Nothing was opened.`,
    );
}
