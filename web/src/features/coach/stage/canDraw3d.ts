let found: boolean | null = null;

/** Whether the browser draws in three dimensions; `?flat` asks for the flat stage all the same. Found out once a page. */
export function canDraw3d(): boolean {
  if (new URLSearchParams(window.location.search).has('flat')) return false;
  found ??= probe();
  return found;
}

function probe(): boolean {
  try {
    const context = document.createElement('canvas').getContext('webgl2');
    // browsers allow a page few contexts: this one is given back at once
    context?.getExtension('WEBGL_lose_context')?.loseContext();
    return context !== null;
  } catch {
    return false;
  }
}
