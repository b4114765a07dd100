/** The title and the tags under which a class is published, one line each; tags with commas between. */
export function writeTitleTags(title: string, tags: readonly string[]): string {
  return `${title}\n${tags.join(', ')}\n`;
}
