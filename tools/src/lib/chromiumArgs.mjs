/** How Chromium is started without a screen: as root, without a network of its own. */
export const CHROMIUM_ARGS = [
  '--no-sandbox',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

/** Three dimensions drawn by the processor. */
export const SOFTWARE_3D_ARGS = ['--use-angle=swiftshader', '--enable-unsafe-swiftshader'];
