import { languageOf } from '../language/languages.ts';
import { filled } from '../language/viewer-word.ts';
import type { Balance } from '../plan/balance.ts';
import type { Plan } from '../plan/plan.ts';
import type { Length } from '../time/micros.ts';

/** Letters that sites for video take of a title, and of all tags together with their commas (common practice). */
const TITLE_LETTERS = 100;
const TAGS_LETTERS = 500;

const MOST_MUSCLES = 3;
/** A muscle that is worked less of the time than this is not what a class is for. */
const WORTH_NAMING = 0.15;

/**
 * The title under which a class is published: its own, with its minutes and its instructor as far as there is room for
 * them. A title that is too long by itself is cut between words.
 */
export function titleToPublish(plan: Plan, length: Length, most = TITLE_LETTERS): string {
  const { title, instructor } = plan;
  const words = languageOf(plan.language).viewers;
  const minutes = Math.round(length / 60e6);
  const own = letters(title) <= most ? title : cut(title, most);
  const more = [minutes < 1 ? '' : `${minutes} min`, instructor === '' ? '' : filled(words.with, { what: instructor })];
  return more.filter((m) => m !== '').reduce((all, m) => (fits(`${all} · ${m}`, most) ? `${all} · ${m}` : all), own);
}

/** Tags, most telling first, as many as there is room for; each once, in small letters. */
export function tagsToPublish(plan: Plan, balance: Balance, length: Length, most = TAGS_LETTERS): string[] {
  const { code, tags: words, calling } = languageOf(plan.language);
  const called = (text: string, name: string) => filled(text, { what: words.called[name] ?? calling.listed(name) });
  const minutes = Math.round(length / 60e6);
  const worked = Math.max(
    1,
    [...balance.musclesUs.values()].reduce((a, b) => Math.max(a, b), 0),
  );
  const muscles = [...balance.musclesUs]
    .filter(([muscle, us]) => muscle !== 'heart' && us / worked >= WORTH_NAMING)
    .slice(0, MOST_MUSCLES)
    .map(([muscle]) => called(words.forMuscle, muscle));
  const props = balance.equipment.map((e) => e.name);
  const kinds = new Set(plan.blocks.map((b) => b.kind));
  const all = [
    words.followAlong,
    minutes < 1 ? '' : filled(words.minutes, { n: minutes }),
    words.atHome,
    ...(props.length === 0 ? [words.noEquipment] : props.map((name) => called(words.withThing, name))),
    ...muscles,
    ...(balance.patternsUs.has('jump') ? [] : [words.noJumping]),
    ...(['strength', 'cardio', 'core', 'flow'] as const).filter((kind) => kinds.has(kind)).map((kind) => words[kind]),
    plan.blocks.some((b) => b.kind === 'circuit' && b.scheme.kind === 'interval') ? words.intervals : '',
    plan.instructor,
    plan.title,
  ].map((tag) => tag.toLocaleLowerCase(code));
  const chosen: string[] = [];
  for (const tag of new Set(all.map((t) => t.replaceAll(',', ' ').trim())))
    if (tag !== '' && letters([...chosen, tag].join(', ')) <= most) chosen.push(tag);
  return chosen;
}

/** Letters as a reader counts them: an emoji is one. */
const letters = (text: string) => [...new Intl.Segmenter().segment(text)].length;
const fits = (text: string, most: number) => letters(text) <= most;

function cut(text: string, most: number): string {
  const kept = [...new Intl.Segmenter().segment(text)].slice(0, most - 1).map((s) => s.segment);
  const words = kept.join('');
  const end = words.search(/\s+\S*$/);
  return `${(end > most / 2 ? words.slice(0, end) : words).trimEnd()}…`;
}
