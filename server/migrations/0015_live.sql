CREATE UNLOGGED TABLE "presence" (
	"team_id" uuid NOT NULL,
	"screen" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"place" text NOT NULL,
	"seen_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "presence_team_id_screen_pk" PRIMARY KEY("team_id","screen")
);
--> statement-breakpoint
ALTER TABLE "presence" ADD CONSTRAINT "presence_team_id_teams_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."teams"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "presence" ADD CONSTRAINT "presence_team_id_person_id_people_team_id_id_fk" FOREIGN KEY ("team_id","person_id") REFERENCES "public"."people"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "presence_place" ON "presence" USING btree ("team_id","place");--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON presence TO intervallum_server;--> statement-breakpoint
ALTER TABLE presence ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_the_team ON presence USING (team_id = current_team()) WITH CHECK (team_id = current_team());
