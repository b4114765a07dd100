-- An awaited take has its id before it comes, so that what was decided about it can stay in the document until then.
-- `edit` is left for those that were awaited before: what was decided about the chosen one.
ALTER TABLE awaited_takes
  ADD COLUMN id uuid NOT NULL DEFAULT gen_random_uuid(),
  ADD COLUMN chosen boolean NOT NULL DEFAULT false;
