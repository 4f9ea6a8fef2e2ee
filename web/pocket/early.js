// Asks for the coach, and shows what is looked at first, while the program itself is still on its way. The key stands behind the
// address's mark, or was kept. What is shown here is shown the same by the program, which then takes its place.
(function () {
  const FORM = 1;
  const read = (name) => {
    try {
      return JSON.parse(localStorage.getItem(name) ?? 'null');
    } catch {
      return null;
    }
  };
  const ask = (by) => fetch('/api/pocket', { headers: { 'x-easytuck-link': by } });
  // (what is kept is looked up second: the first look into it takes a browser a while)
  const brought = location.hash.slice(1);
  const asked = brought === '' ? null : ask(brought);
  const key = brought || read('easytuck.pocket.key') || '';

  /** Paints a flat picture, back to front, into the box that a canvas has. */
  window.easytuckPaint = (canvas, { colours, ink, heightMm, liftMm, isMirror, patches }) => {
    const ratio = Math.min(2, window.devicePixelRatio || 1);
    canvas.width = Math.max(1, Math.round(canvas.clientWidth * ratio));
    canvas.height = Math.max(1, Math.round(canvas.clientHeight * ratio));
    const brush = canvas.getContext('2d');
    if (!brush) return;
    const scale = canvas.height / heightMm;
    brush.setTransform((isMirror ? -scale : scale) / 10, 0, 0, scale / 10, canvas.width / 2, canvas.height / 2 + liftMm * scale);
    brush.lineJoin = 'round';
    for (const [colour, ring, edges] of patches) {
      brush.beginPath();
      for (let i = 0; i < ring.length; i += 2) brush.lineTo(ring[i], ring[i + 1]);
      brush.closePath();
      brush.fillStyle = colours[colour];
      brush.fill();
      // a hair of the same colour closes the seam to the next patch
      brush.strokeStyle = colours[colour];
      brush.lineWidth = 11 / scale;
      brush.stroke();
      if (edges.length === 0) continue;
      brush.beginPath();
      for (const edge of edges) {
        const next = (2 * edge + 2) % ring.length;
        brush.moveTo(ring[2 * edge], ring[2 * edge + 1]);
        brush.lineTo(ring[next], ring[next + 1]);
      }
      brush.strokeStyle = ink;
      brush.lineWidth = 6;
      brush.stroke();
    }
  };

  const part = (name, className, ...children) => {
    const element = document.createElement(name);
    if (className) element.className = className;
    element.append(...children);
    return element;
  };
  const figure = ({ figure: large, of }, label) => part('div', '', part('dt', '', label), part('dd', '', part('b', '', large), ` ${of}`));

  let isShown = false;
  const show = (coach) => {
    const root = document.getElementById('root');
    if (isShown || coach?.form !== FORM || !root || root.childElementCount > 0) return;
    isShown = true;
    const { set, lead, sides, picture } = coach.first;
    const canvas = part('canvas', '');
    root.append(
      part(
        'div',
        'pocket',
        part('header', 'head', part('h1', '', coach.tie.name)),
        part(
          'main',
          'room',
          part(
            'div',
            'split',
            part('div', 'stage', canvas, part('div', 'sides', ...sides.map((side) => part('span', '', side)))),
            part('div', 'words', part('h2', '', 'Before you start'), part('dl', 'figures', figure(set, set.label), figure(lead, 'Lead'))),
          ),
        ),
      ),
    );
    window.easytuckPaint(canvas, picture);
    performance.mark('pocket-picture');
  };

  if (key === '') return;
  const kept = read(`easytuck.pocket.coach.${key}`);
  const answer = asked ?? ask(key);
  window.easytuckEarly = { key, kept: kept !== null, answer };
  if (kept) whenStyled(() => show(kept));
  answer
    .then((response) => (response.ok ? response.clone().json() : null))
    .then((coach) => whenStyled(() => show(coach)))
    .catch(() => undefined);

  /** Once there is a place for it, and the looks are there: else it would be seen to jump. */
  function whenStyled(work) {
    const looks = document.querySelector('link[rel="stylesheet"]');
    if (document.getElementById('root') && (!looks || looks.sheet)) work();
    else setTimeout(() => whenStyled(work), 8);
  }
})();
