/** How long a file's address stays: until the browser has surely read it. */
const READ_WITHIN_MS = 10_000;

/** Offers a text as a file to keep. */
export function saveFile(name: string, text: string, type: string): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([text], { type }));
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), READ_WITHIN_MS);
}
