import type { LibraryTrack } from '../core/music/library.ts';
import type { Key } from '../core/music/key.ts';
import type { PracticeBeat } from '../core/music/practice.ts';
import type { FeltToo, TempoMap } from '../core/music/tempo-map.ts';
import type { LicenceState, Rights, TrackSection } from '../core/music/track.ts';
import type { Length } from '../core/time/micros.ts';
import type { Db } from './pool.ts';

interface Row {
  id: string;
  title: string;
  artist: string;
  codec: string;
  channels: number;
  rate_hz: number;
  sha256: string;
  extension: string;
  bytes: string;
  made: PracticeBeat | null;
  state: LibraryTrack['state'];
  progress: number;
  message: string | null;
  duration_us: string;
  map: TempoMap | null;
  heard_map: TempoMap | null;
  beat_clarity: number | null;
  bar_clarity: number | null;
  felt_too: FeltToo | null;
  sections: TrackSection[];
  music_key: Key | null;
  lufs: number | null;
  range_lu: number | null;
  true_peak_db: number | null;
  clipped_runs: number | null;
  silence_before_us: string | null;
  silence_after_us: string | null;
  composition: string;
  recording: string;
  sync: LicenceState;
  master: LicenceState;
  territory: string;
  platforms: string[];
  until: string | null;
  proof_sha256: string | null;
  proof_name: string | null;
  proof_extension: string | null;
  credit: string;
  revision: number;
}

const SELECT = `SELECT t.id, t.title, t.artist, t.codec, t.channels, t.rate_hz, t.sha256, m.extension, m.bytes, t.made,
  t.state, t.progress, t.message, t.duration_us, t.map, t.heard_map,
  t.beat_clarity, t.bar_clarity, t.felt_too, t.sections, t.music_key, t.lufs, t.range_lu, t.true_peak_db,
  t.clipped_runs, t.silence_before_us, t.silence_after_us, t.composition, t.recording, t.sync, t.master,
  t.territory, t.platforms, to_char(t.until, 'YYYY-MM-DD') AS until, t.proof_sha256, t.proof_name,
  p.extension AS proof_extension, t.credit, t.revision
  FROM tracks t JOIN media_files m USING (sha256) LEFT JOIN media_files p ON p.sha256 = t.proof_sha256`;

function toTrack(r: Row): LibraryTrack {
  const us = (text: string | null) => (text === null ? null : Number(text));
  return {
    id: r.id,
    revision: r.revision,
    title: r.title,
    artist: r.artist,
    codec: r.codec,
    channels: r.channels,
    rateHz: r.rate_hz,
    file: { sha256: r.sha256, extension: r.extension, bytes: Number(r.bytes) },
    made: r.made,
    state: r.state,
    progress: r.progress,
    message: r.message,
    duration: Number(r.duration_us) as Length,
    map: r.map,
    heardMap: r.heard_map,
    beatClarity: r.beat_clarity,
    barClarity: r.bar_clarity,
    feltToo: r.felt_too,
    sections: r.sections,
    key: r.music_key,
    lufs: r.lufs,
    rangeLu: r.range_lu,
    truePeakDb: r.true_peak_db,
    clippedRuns: r.clipped_runs,
    silenceBeforeUs: us(r.silence_before_us),
    silenceAfterUs: us(r.silence_after_us),
    rights: {
      composition: r.composition,
      recording: r.recording,
      sync: r.sync,
      master: r.master,
      territory: r.territory,
      platforms: r.platforms,
      until: r.until,
      credit: r.credit,
      proof:
        r.proof_sha256 === null || r.proof_name === null
          ? null
          : { sha256: r.proof_sha256, extension: r.proof_extension ?? 'bin', name: r.proof_name },
    },
  };
}

/** The same file brought in twice is the same track. */
export async function insertTrack(
  db: Db,
  t: {
    sha256: string;
    title: string;
    artist: string;
    codec: string;
    channels: number;
    rateHz: number;
    durationUs: number;
    tags: Readonly<Record<string, string>>;
    made: PracticeBeat | null;
  },
): Promise<string> {
  const { rows } = await db.query<{ id: string }>(
    `INSERT INTO tracks (sha256, title, artist, codec, channels, rate_hz, duration_us, tags, made)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9)
     ON CONFLICT (studio_id, sha256) DO UPDATE SET beat_at = now(), deleted_at = NULL RETURNING id`,
    [
      t.sha256,
      t.title,
      t.artist,
      t.codec,
      t.channels,
      t.rateHz,
      Math.round(t.durationUs),
      JSON.stringify(t.tags),
      t.made === null ? null : JSON.stringify(t.made),
    ],
  );
  return rows[0]!.id;
}

export async function allTracks(db: Db): Promise<LibraryTrack[]> {
  return (await db.query<Row>(`${SELECT} WHERE t.deleted_at IS NULL ORDER BY lower(t.title), t.id`)).rows.map(toTrack);
}

export async function trackById(db: Db, id: string): Promise<LibraryTrack | null> {
  const { rows } = await db.query<Row>(`${SELECT} WHERE t.id = $1 AND t.deleted_at IS NULL`, [id]);
  return rows[0] === undefined ? null : toTrack(rows[0]);
}

/** A track that nobody else changes until the transaction ends. */
export async function lockTrack(db: Db, id: string): Promise<LibraryTrack | null> {
  await db.query('SELECT 1 FROM tracks WHERE id = $1 FOR UPDATE', [id]);
  return trackById(db, id);
}

/** Deletes a track so that it can be brought back until it is swept. */
export async function deleteTrack(db: Db, id: string): Promise<boolean> {
  const done = await db.query('UPDATE tracks SET deleted_at = now() WHERE id = $1 AND deleted_at IS NULL', [id]);
  return done.rowCount === 1;
}

export async function restoreTrack(db: Db, id: string): Promise<boolean> {
  const done = await db.query('UPDATE tracks SET deleted_at = NULL WHERE id = $1 AND deleted_at IS NOT NULL', [id]);
  return done.rowCount === 1;
}

export async function nameTrack(db: Db, id: string, title: string, artist: string): Promise<void> {
  await db.query('UPDATE tracks SET title = $2, artist = $3, revision = revision + 1 WHERE id = $1', [
    id,
    title,
    artist,
  ]);
}

/** Sets the map in use; null puts back the one that was heard. */
export async function setTrackMap(db: Db, id: string, map: TempoMap | null): Promise<void> {
  if (map === null) await db.query('UPDATE tracks SET map = heard_map, revision = revision + 1 WHERE id = $1', [id]);
  else await db.query('UPDATE tracks SET map = $2, revision = revision + 1 WHERE id = $1', [id, JSON.stringify(map)]);
}

export async function setRights(db: Db, id: string, r: Omit<Rights, 'proof'>): Promise<void> {
  await db.query(
    `UPDATE tracks SET composition = $2, recording = $3, sync = $4, master = $5, territory = $6, platforms = $7,
     until = $8, credit = $9, revision = revision + 1 WHERE id = $1`,
    [id, r.composition, r.recording, r.sync, r.master, r.territory, r.platforms, r.until, r.credit],
  );
}

export async function setProof(db: Db, id: string, sha256: string, name: string): Promise<void> {
  await db.query('UPDATE tracks SET proof_sha256 = $2, proof_name = $3, revision = revision + 1 WHERE id = $1', [
    id,
    sha256,
    name,
  ]);
}
