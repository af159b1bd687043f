CREATE TABLE "practice_log" (
	"team_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"person_id" uuid,
	"at" timestamp with time zone NOT NULL,
	"day" date NOT NULL,
	"seconds" double precision NOT NULL,
	"kind" text NOT NULL,
	"song_id" uuid,
	"what" text NOT NULL,
	"tempo" double precision,
	"is_clean" boolean,
	"is_from_memory" boolean DEFAULT false NOT NULL,
	"entry" jsonb NOT NULL,
	CONSTRAINT "practice_log_team_id_id_pk" PRIMARY KEY("team_id","id")
);
--> statement-breakpoint
ALTER TABLE "practice_log" ADD CONSTRAINT "practice_log_team_id_teams_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."teams"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "practice_log" ADD CONSTRAINT "practice_log_team_id_person_id_people_team_id_id_fk" FOREIGN KEY ("team_id","person_id") REFERENCES "public"."people"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "practice_log_time" ON "practice_log" USING btree ("team_id","person_id","at" DESC NULLS LAST,"id" DESC NULLS LAST);--> statement-breakpoint
CREATE INDEX "practice_log_what" ON "practice_log" USING btree ("team_id","person_id","kind","song_id","what","at" DESC NULLS LAST);--> statement-breakpoint
GRANT SELECT, INSERT, DELETE ON practice_log TO intervallum_server;--> statement-breakpoint
ALTER TABLE practice_log ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_the_team ON practice_log USING (team_id = current_team()) WITH CHECK (team_id = current_team());
