-- The server works as a role that owns no table, and sees the rows of one team at a time: that which the session's setting
-- app.team names. This is the second net; the first is the scope that every store asks for.
DO $$ BEGIN
  IF NOT EXISTS (SELECT FROM pg_roles WHERE rolname = 'intervallum_server') THEN
    CREATE ROLE intervallum_server LOGIN NOSUPERUSER NOCREATEDB NOCREATEROLE NOBYPASSRLS;
  END IF;
EXCEPTION WHEN duplicate_object OR unique_violation THEN
  -- Another database of the same cluster was made at the same moment.
  NULL;
END $$;--> statement-breakpoint
GRANT USAGE ON SCHEMA public TO intervallum_server;--> statement-breakpoint
GRANT SELECT ON teams TO intervallum_server;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON team_counters TO intervallum_server;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON people, songs, parts, song_revisions, sets, set_items, shares TO intervallum_server;--> statement-breakpoint
CREATE FUNCTION current_team() RETURNS uuid LANGUAGE sql STABLE
  RETURN nullif(current_setting('app.team', true), '')::uuid;--> statement-breakpoint
DO $$ DECLARE name text; BEGIN
  FOREACH name IN ARRAY ARRAY['team_counters', 'people', 'songs', 'parts', 'song_revisions', 'sets', 'set_items', 'shares'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', name);
    EXECUTE format('CREATE POLICY of_the_team ON %I USING (team_id = current_team()) WITH CHECK (team_id = current_team())', name);
  END LOOP;
END $$;--> statement-breakpoint
ALTER TABLE teams ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY the_team ON teams USING (id = current_team());--> statement-breakpoint
-- What has to be known before a team is: run as their owner, each answers one question.
CREATE FUNCTION only_team() RETURNS uuid LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT id FROM teams ORDER BY created_at, id LIMIT 1
$$;--> statement-breakpoint
CREATE FUNCTION team_of_link(wanted text) RETURNS uuid LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT team_id FROM shares WHERE token = wanted AND revoked_at IS NULL
$$;--> statement-breakpoint
-- Searching: the signs of a pattern are not leakproof, so that under row security no index would serve them. Titles that
-- begin with one or two letters; from three on whatever is in the title, the words as sung, or the text.
CREATE FUNCTION search_pattern(needle text) RETURNS text LANGUAGE sql IMMUTABLE
  RETURN regexp_replace(lower(needle), '([\\%_])', '\\\1', 'g');--> statement-breakpoint
-- Looking through ten thousand songs is mostly unpacking them, which this packing halves. Not every server is built with it.
DO $$ BEGIN
  ALTER TABLE songs ALTER COLUMN haystack SET COMPRESSION lz4;
EXCEPTION WHEN feature_not_supported THEN
  RAISE NOTICE 'This server packs without lz4; a search of many songs takes longer.';
END $$;--> statement-breakpoint
-- Songs in the order of titles from a place on, which ends when enough are found. The planner, which does not know how
-- many there are, is left no other way.
CREATE FUNCTION songs_in_order(team uuid, needle text, after_key text, after_id uuid, most integer) RETURNS uuid[]
LANGUAGE sql STABLE SET enable_bitmapscan = off SET enable_seqscan = off SET enable_sort = off AS $$
  SELECT coalesce(array_agg(id), '{}') FROM (
    SELECT id FROM songs WHERE team_id = team AND deleted_at IS NULL
      AND position((SELECT lower(needle)) IN haystack) > 0
      AND (after_id IS NULL OR (title_key COLLATE "C", id) > (after_key COLLATE "C", after_id))
      ORDER BY title_key COLLATE "C", id LIMIT most) AS page
$$;--> statement-breakpoint
-- Whether the words of what is searched are in many songs, told from two hundred. The index of letters would then name
-- thousands of songs to be looked through, which takes longer than to go by the titles.
CREATE FUNCTION is_common(team uuid, needle text) RETURNS boolean LANGUAGE sql STABLE AS $$
  SELECT count(*) FILTER (WHERE NOT EXISTS (
      SELECT FROM regexp_split_to_table(lower(needle), '\s+') AS word WHERE position(word IN haystack) = 0)) * 10 > count(*)
    FROM (SELECT haystack FROM songs WHERE team_id = team AND deleted_at IS NULL ORDER BY id LIMIT 200) AS sample
$$;--> statement-breakpoint
-- How many songs are found, counted up to most_counted, and ids among which are the next `most` by title from a place on.
CREATE FUNCTION search_songs(needle text, after_key text, after_id uuid, most integer, most_counted integer, OUT total integer, OUT ids uuid[])
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
REVOKE ALL ON FUNCTION only_team(), team_of_link(text), songs_in_order(uuid, text, text, uuid, integer), is_common(uuid, text), search_songs(text, text, uuid, integer, integer) FROM PUBLIC;--> statement-breakpoint
GRANT EXECUTE ON FUNCTION only_team(), team_of_link(text), search_songs(text, text, uuid, integer, integer) TO intervallum_server;
