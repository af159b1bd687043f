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
-- What is found in many songs is looked for in the order of titles, which ends when a page is full; what is found in few
-- by its letters.
CREATE FUNCTION common_songs(pattern text, after_key text, after_id uuid, most integer) RETURNS SETOF uuid
LANGUAGE plpgsql STABLE SET enable_bitmapscan = off AS $$
BEGIN
  RETURN QUERY SELECT id FROM songs WHERE team_id = current_team() AND deleted_at IS NULL
    AND haystack LIKE pattern
    AND (after_id IS NULL OR (title_key COLLATE "C", id) > (after_key COLLATE "C", after_id))
    ORDER BY title_key COLLATE "C", id LIMIT most;
END $$;--> statement-breakpoint
CREATE FUNCTION found_songs(needle text, after_key text, after_id uuid, most integer, is_common boolean) RETURNS SETOF uuid
LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = public, pg_temp SET plan_cache_mode = force_custom_plan AS $$
DECLARE
  team uuid := current_team();
  pattern text := search_pattern(needle);
BEGIN
  IF length(needle) < 3 THEN
    RETURN QUERY SELECT id FROM songs WHERE team_id = team AND deleted_at IS NULL
      AND lower(title) COLLATE "C" LIKE pattern || '%'
      AND (after_id IS NULL OR (title_key COLLATE "C", id) > (after_key COLLATE "C", after_id))
      ORDER BY title_key COLLATE "C", id LIMIT most;
  ELSIF is_common THEN
    RETURN QUERY SELECT * FROM common_songs('%' || pattern || '%', after_key, after_id, most);
  ELSE
    RETURN QUERY SELECT id FROM songs WHERE team_id = team AND deleted_at IS NULL
      AND haystack LIKE '%' || pattern || '%'
      AND (after_id IS NULL OR (title_key COLLATE "C", id) > (after_key COLLATE "C", after_id))
      ORDER BY title_key COLLATE "C", id LIMIT most;
  END IF;
END $$;--> statement-breakpoint
CREATE FUNCTION count_found_songs(needle text, most integer) RETURNS integer
LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = public, pg_temp SET plan_cache_mode = force_custom_plan AS $$
DECLARE
  team uuid := current_team();
  pattern text := search_pattern(needle);
BEGIN
  IF length(needle) < 3 THEN
    RETURN (SELECT count(*) FROM (SELECT FROM songs WHERE team_id = team AND deleted_at IS NULL
      AND lower(title) COLLATE "C" LIKE pattern || '%' LIMIT most) AS found);
  ELSE
    RETURN (SELECT count(*) FROM (SELECT FROM songs WHERE team_id = team AND deleted_at IS NULL
      AND haystack LIKE '%' || pattern || '%' LIMIT most) AS found);
  END IF;
END $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION only_team(), team_of_link(text), found_songs(text, text, uuid, integer, boolean), common_songs(text, text, uuid, integer), count_found_songs(text, integer) FROM PUBLIC;--> statement-breakpoint
GRANT EXECUTE ON FUNCTION only_team(), team_of_link(text), found_songs(text, text, uuid, integer, boolean), count_found_songs(text, integer) TO intervallum_server;
