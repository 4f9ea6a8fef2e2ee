/** How long ago, in words. */
export function ageWords(hours: number): string {
  if (hours < 1) return 'within the last hour';
  if (hours < 24) return hours === 1 ? 'an hour ago' : `${hours} hours ago`;
  const days = Math.floor(hours / 24);
  return days === 1 ? 'a day ago' : `${days} days ago`;
}

/** Size of a file, in words. */
export function sizeWords(bytes: number): string {
  return bytes < 1_000_000 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;
}
