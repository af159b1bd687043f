CREATE TABLE "set_revisions" (
	"team_id" uuid NOT NULL,
	"set_id" uuid NOT NULL,
	"revision" integer NOT NULL,
	"person_id" uuid,
	"screen" uuid,
	"name" text,
	"content" jsonb NOT NULL,
	"saved_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "set_revisions_team_id_set_id_revision_pk" PRIMARY KEY("team_id","set_id","revision")
);
--> statement-breakpoint
ALTER TABLE "song_revisions" ADD COLUMN "screen" uuid;--> statement-breakpoint
ALTER TABLE "set_revisions" ADD CONSTRAINT "set_revisions_team_id_teams_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."teams"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "set_revisions" ADD CONSTRAINT "set_revisions_team_id_set_id_sets_team_id_id_fk" FOREIGN KEY ("team_id","set_id") REFERENCES "public"."sets"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON set_revisions TO intervallum_server;--> statement-breakpoint
ALTER TABLE set_revisions ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_the_team ON set_revisions USING (team_id = current_team()) WITH CHECK (team_id = current_team());--> statement-breakpoint
-- The history of a set begins with what it is now.
INSERT INTO set_revisions (team_id, set_id, revision, content, saved_at)
SELECT team_id, id, revision, jsonb_build_object('version', 1, 'value', jsonb_build_object(
  'name', name, 'date', date, 'leader', leader, 'notes', notes,
  'items', coalesce((
    SELECT jsonb_agg(jsonb_build_object('id', item.id, 'songId', item.song_id, 'key', item.key, 'notes', item.notes) ORDER BY item.position)
    FROM set_items item WHERE item.team_id = sets.team_id AND item.set_id = sets.id AND item.song_id IS NOT NULL
  ), '[]'::jsonb)
)), saved_at FROM sets;
