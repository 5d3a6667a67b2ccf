/** Frees the text's address once the browser has taken it, ms. */
const FREED_AFTER_MS = 1000;

/** Gives a text or a picture to the browser as a file to keep. */
export function download(name: string, content: string | Blob, type = 'application/json'): void {
  const url = URL.createObjectURL(new Blob([content], { type }));
  const a = document.createElement('a');
  a.href = url;
  a.download = name;
  a.click();
  setTimeout(() => URL.revokeObjectURL(url), FREED_AFTER_MS);
}
