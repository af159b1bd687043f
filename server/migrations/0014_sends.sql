CREATE TABLE "sends" (
	"team_id" uuid NOT NULL,
	"id" uuid DEFAULT gen_random_uuid() NOT NULL,
	"song_id" uuid,
	"set_id" uuid,
	"person_id" uuid,
	"note" text DEFAULT '' NOT NULL,
	"content" jsonb NOT NULL,
	"sent_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "sends_team_id_id_pk" PRIMARY KEY("team_id","id"),
	CONSTRAINT "sends_one_target" CHECK (num_nonnulls("sends"."song_id", "sends"."set_id") = 1)
);
--> statement-breakpoint
ALTER TABLE "sends" ADD CONSTRAINT "sends_team_id_teams_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."teams"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sends" ADD CONSTRAINT "sends_team_id_song_id_songs_team_id_id_fk" FOREIGN KEY ("team_id","song_id") REFERENCES "public"."songs"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sends" ADD CONSTRAINT "sends_team_id_set_id_sets_team_id_id_fk" FOREIGN KEY ("team_id","set_id") REFERENCES "public"."sets"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "sends_song" ON "sends" USING btree ("team_id","song_id","sent_at");--> statement-breakpoint
CREATE INDEX "sends_set" ON "sends" USING btree ("team_id","set_id","sent_at");--> statement-breakpoint
GRANT SELECT, INSERT ON sends TO intervallum_server;--> statement-breakpoint
ALTER TABLE sends ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_the_team ON sends USING (team_id = current_team()) WITH CHECK (team_id = current_team());
