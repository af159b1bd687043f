-- Lists show and count songs that are not deleted: the index alone answers both.
DROP INDEX "songs_by_title";--> statement-breakpoint
CREATE INDEX "songs_by_title" ON "songs" USING btree ("team_id","title_key" collate "C","id") WHERE "songs"."deleted_at" is null;--> statement-breakpoint
-- What searched before.
DROP FUNCTION IF EXISTS found_songs(text, text, uuid, integer, boolean), common_songs(text, text, uuid, integer), count_found_songs(text, integer);--> statement-breakpoint
-- Looking through ten thousand songs is mostly unpacking them, which this packing halves. Not every server is built with it.
DO $$ BEGIN
  ALTER TABLE songs ALTER COLUMN haystack SET COMPRESSION lz4;
EXCEPTION WHEN feature_not_supported THEN
  RAISE NOTICE 'This server packs without lz4; a search of many songs takes longer.';
END $$;--> statement-breakpoint
-- Songs in the order of titles from a place on, which ends when enough are found. The planner, which does not know how
-- many there are, is left no other way.
CREATE OR REPLACE FUNCTION songs_in_order(team uuid, needle text, after_key text, after_id uuid, most integer) RETURNS uuid[]
LANGUAGE sql STABLE SET enable_bitmapscan = off SET enable_seqscan = off SET enable_sort = off AS $$
  SELECT coalesce(array_agg(id), '{}') FROM (
    SELECT id FROM songs WHERE team_id = team AND deleted_at IS NULL
      AND position((SELECT lower(needle)) IN haystack) > 0
      AND (after_id IS NULL OR (title_key COLLATE "C", id) > (after_key COLLATE "C", after_id))
      ORDER BY title_key COLLATE "C", id LIMIT most) AS page
$$;--> statement-breakpoint
-- Whether one finds sooner by going through the songs by title than by the index of letters, told from two hundred songs
-- (common practice, no published source; measured at ten thousand). By title one ends when 500 are found, the sooner the
-- greater the share that holds the whole; the index names all songs that hold its words, each of which is looked through
-- at a little more cost. The planner, which does not know which team it is, is left no way but the first two hundred.
CREATE OR REPLACE FUNCTION is_common(team uuid, needle text) RETURNS boolean
LANGUAGE sql STABLE SET enable_bitmapscan = off SET enable_seqscan = off SET enable_sort = off AS $$
  WITH wanted AS MATERIALIZED (
    SELECT lower(needle) AS whole, array_agg(
      CASE WHEN place > 1 THEN ' ' ELSE '' END || word || CASE WHEN place < words THEN ' ' ELSE '' END) AS pieces
    FROM (SELECT word, place, count(*) OVER () AS words
      FROM regexp_split_to_table(lower(needle), '\s+') WITH ORDINALITY AS split (word, place)) AS placed
  ), sample AS MATERIALIZED (
    -- Unpacked once for all that is looked for.
    SELECT haystack || '' AS haystack FROM songs WHERE team_id = team AND deleted_at IS NULL ORDER BY id LIMIT 200
  ), told AS (
    SELECT avg((position(whole IN haystack) > 0)::int) AS found,
      avg((SELECT bool_and(position(piece IN haystack) > 0) FROM unnest(pieces) AS piece)::int) AS named
    FROM sample, wanted
  )
  SELECT coalesce(named > 0.7 OR found * named > 0.036, false) FROM told
$$;--> statement-breakpoint
-- How many songs are found, counted up to most_counted, and ids among which are the next `most` by title from a place on.
CREATE OR REPLACE FUNCTION search_songs(needle text, after_key text, after_id uuid, most integer, most_counted integer, OUT total integer, OUT ids uuid[])
LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = public, pg_temp SET plan_cache_mode = force_custom_plan AS $$
DECLARE
  team uuid := current_team();
  pattern text := search_pattern(needle);
BEGIN
  IF length(needle) < 3 THEN
    SELECT coalesce(array_agg(id), '{}') INTO ids FROM (
      SELECT id FROM songs WHERE team_id = team AND deleted_at IS NULL
        AND lower(title) COLLATE "C" LIKE pattern || '%'
        ORDER BY title_key COLLATE "C", id LIMIT most_counted) AS found;
  ELSIF is_common(team, needle) THEN
    ids := songs_in_order(team, needle, NULL, NULL, most_counted);
  ELSE
    SELECT coalesce(array_agg(id), '{}') INTO ids FROM (
      SELECT id FROM songs WHERE team_id = team AND deleted_at IS NULL
        AND haystack LIKE '%' || pattern || '%'
        ORDER BY title_key COLLATE "C", id LIMIT most_counted) AS found;
  END IF;
  total := cardinality(ids);
  IF after_id IS NULL AND most <= most_counted THEN
    ids := ids[1:most];
  ELSIF total < most_counted THEN
    NULL; -- All there are; who asks takes those beyond the place.
  ELSIF length(needle) < 3 THEN
    SELECT coalesce(array_agg(id), '{}') INTO ids FROM (
      SELECT id FROM songs WHERE team_id = team AND deleted_at IS NULL
        AND lower(title) COLLATE "C" LIKE pattern || '%'
        AND (after_id IS NULL OR (title_key COLLATE "C", id) > (after_key COLLATE "C", after_id))
        ORDER BY title_key COLLATE "C", id LIMIT most) AS page;
  ELSE
    ids := songs_in_order(team, needle, after_key, after_id, most);
  END IF;
END $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION songs_in_order(uuid, text, text, uuid, integer), is_common(uuid, text), search_songs(text, text, uuid, integer, integer) FROM PUBLIC;--> statement-breakpoint
GRANT EXECUTE ON FUNCTION search_songs(text, text, uuid, integer, integer) TO intervallum_server;
