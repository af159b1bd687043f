ALTER TABLE "songs" ADD COLUMN "roots" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "songs" ADD COLUMN "numbers" text DEFAULT '' NOT NULL;--> statement-breakpoint
CREATE INDEX "songs_roots" ON "songs" USING gin ("team_id","roots" gin_trgm_ops);--> statement-breakpoint
-- The next start, which reads what is of earlier rules, fills them.
-- The songs that have chords in a row: by the letters of their roots, then each as it is written. As the owner, since the
-- signs of a pattern are not leakproof.
CREATE FUNCTION found_numbers(letters text, pattern text) RETURNS SETOF uuid
LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = public, pg_temp SET plan_cache_mode = force_custom_plan AS $$
DECLARE
  team uuid := current_team();
BEGIN
  RETURN QUERY SELECT id FROM songs WHERE team_id = team AND deleted_at IS NULL
    AND roots LIKE '%' || search_pattern(letters) || '%' AND numbers ~ pattern;
END $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION found_numbers(text, text) FROM PUBLIC;--> statement-breakpoint
GRANT EXECUTE ON FUNCTION found_numbers(text, text) TO intervallum_server;
