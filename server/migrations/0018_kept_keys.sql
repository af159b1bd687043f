CREATE TABLE "kept_keys" (
	"team_id" uuid NOT NULL,
	"song_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"seq" bigint DEFAULT 0 NOT NULL,
	"key" text NOT NULL,
	"kept_at" timestamp with time zone NOT NULL,
	CONSTRAINT "kept_keys_team_id_song_id_person_id_pk" PRIMARY KEY("team_id","song_id","person_id")
);
--> statement-breakpoint
ALTER TABLE "kept_keys" ADD CONSTRAINT "kept_keys_team_id_teams_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."teams"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "kept_keys" ADD CONSTRAINT "kept_keys_team_id_song_id_songs_team_id_id_fk" FOREIGN KEY ("team_id","song_id") REFERENCES "public"."songs"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "kept_keys" ADD CONSTRAINT "kept_keys_team_id_person_id_people_team_id_id_fk" FOREIGN KEY ("team_id","person_id") REFERENCES "public"."people"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON kept_keys TO intervallum_server;--> statement-breakpoint
ALTER TABLE kept_keys ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_the_team ON kept_keys USING (team_id = current_team()) WITH CHECK (team_id = current_team());
