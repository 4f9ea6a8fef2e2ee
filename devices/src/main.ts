import { buildLabelPrinter } from './labelPrinter.ts';

/** Starts the simulated label printer on loopback, tells its parent where, and stops when told or when the parent is gone. */
const printer = buildLabelPrinter();
const stop = (): void => void printer.close().then(() => process.exit(0));
for (const signal of ['SIGTERM', 'SIGINT', 'disconnect'] as const) process.on(signal, stop);
const address = await printer.listen({ host: '127.0.0.1', port: Number(process.env['PORT'] ?? 0) });
process.send?.({ kind: 'listening', address });
if (!process.send) console.log(`The label printer listens on ${address}`);
