CREATE TABLE "favourites" (
	"team_id" uuid NOT NULL,
	"song_id" uuid NOT NULL,
	"person_id" uuid,
	CONSTRAINT "favourites_once" UNIQUE NULLS NOT DISTINCT("team_id","song_id","person_id")
);
--> statement-breakpoint
ALTER TABLE "songs" ADD COLUMN "tags" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "songs" ADD COLUMN "key" text GENERATED ALWAYS AS (coalesce("summary" ->> 'key', '')) STORED;--> statement-breakpoint
ALTER TABLE "songs" ADD COLUMN "meter" text GENERATED ALWAYS AS (coalesce("summary" ->> 'meter', '')) STORED;--> statement-breakpoint
ALTER TABLE "songs" ADD COLUMN "singer" text GENERATED ALWAYS AS (coalesce("summary" ->> 'singer', '')) STORED;--> statement-breakpoint
ALTER TABLE "songs" ADD COLUMN "tempo" double precision GENERATED ALWAYS AS (case when jsonb_typeof("summary" -> 'tempo') = 'number' then ("summary" ->> 'tempo')::double precision end) STORED;--> statement-breakpoint
ALTER TABLE "favourites" ADD CONSTRAINT "favourites_team_id_teams_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."teams"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "favourites" ADD CONSTRAINT "favourites_team_id_song_id_songs_team_id_id_fk" FOREIGN KEY ("team_id","song_id") REFERENCES "public"."songs"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "favourites" ADD CONSTRAINT "favourites_team_id_person_id_people_team_id_id_fk" FOREIGN KEY ("team_id","person_id") REFERENCES "public"."people"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON favourites TO intervallum_server;--> statement-breakpoint
ALTER TABLE favourites ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_the_team ON favourites USING (team_id = current_team()) WITH CHECK (team_id = current_team());--> statement-breakpoint
-- Keys in the order of a keyboard from C on, the major one before the minor; what is no key comes last.
CREATE FUNCTION key_place(name text) RETURNS integer LANGUAGE sql IMMUTABLE
  RETURN coalesce(2 * array_position(
    ARRAY['C', 'C#', 'Db', 'D', 'D#', 'Eb', 'E', 'F', 'F#', 'Gb', 'G', 'G#', 'Ab', 'A', 'A#', 'Bb', 'B', 'Cb'],
    split_part(name, ' ', 1)) + (position(' ' IN name) > 0)::integer, 100);--> statement-breakpoint
-- All songs in which something is found, for lists that are not in the order of titles or leave songs out: as the owner,
-- since the signs of a pattern are not leakproof.
CREATE FUNCTION found_songs(needle text) RETURNS SETOF uuid
LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = public, pg_temp SET plan_cache_mode = force_custom_plan AS $$
DECLARE
  team uuid := current_team();
  pattern text := search_pattern(needle);
BEGIN
  IF length(needle) < 3 THEN
    RETURN QUERY SELECT id FROM songs WHERE team_id = team AND deleted_at IS NULL
      AND lower(title) COLLATE "C" LIKE pattern || '%';
  ELSE
    RETURN QUERY SELECT id FROM songs WHERE team_id = team AND deleted_at IS NULL
      AND haystack LIKE '%' || pattern || '%';
  END IF;
END $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION found_songs(text) FROM PUBLIC;--> statement-breakpoint
GRANT EXECUTE ON FUNCTION found_songs(text) TO intervallum_server;
