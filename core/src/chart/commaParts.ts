/** The parts of a line between commas, without the space around them, and where each begins. */
export function commaParts(value: string): { readonly text: string; readonly start: number }[] {
  let at = 0;
  return value.split(',').map((part) => {
    const start = at + part.length - part.trimStart().length;
    at += part.length + 1;
    return { text: part.trim(), start };
  });
}
