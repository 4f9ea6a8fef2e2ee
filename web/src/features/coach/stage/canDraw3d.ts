/** Whether the browser draws in three dimensions; `?flat` asks for the flat stage all the same. */
export function canDraw3d(): boolean {
  if (new URLSearchParams(window.location.search).has('flat')) return false;
  try {
    return document.createElement('canvas').getContext('webgl2') !== null;
  } catch {
    return false;
  }
}
