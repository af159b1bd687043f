CREATE TABLE "cues" (
	"team_id" uuid NOT NULL,
	"show_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"cue" jsonb NOT NULL,
	CONSTRAINT "cues_team_id_show_id_number_pk" PRIMARY KEY("team_id","show_id","number"),
	CONSTRAINT "cues_said_once" UNIQUE("team_id","show_id","id")
);
--> statement-breakpoint
CREATE TABLE "shows" (
	"team_id" uuid NOT NULL,
	"id" uuid DEFAULT gen_random_uuid() NOT NULL,
	"set_id" uuid NOT NULL,
	"began_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ended_at" timestamp with time zone,
	"baton_screen" uuid,
	"baton_name" text DEFAULT '' NOT NULL,
	"last" integer DEFAULT 0 NOT NULL,
	"last_at" timestamp with time zone DEFAULT now() NOT NULL,
	"played" jsonb DEFAULT '[]'::jsonb NOT NULL,
	CONSTRAINT "shows_team_id_id_pk" PRIMARY KEY("team_id","id")
);
--> statement-breakpoint
ALTER TABLE "cues" ADD CONSTRAINT "cues_team_id_teams_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."teams"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cues" ADD CONSTRAINT "cues_team_id_show_id_shows_team_id_id_fk" FOREIGN KEY ("team_id","show_id") REFERENCES "public"."shows"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shows" ADD CONSTRAINT "shows_team_id_teams_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."teams"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shows" ADD CONSTRAINT "shows_team_id_set_id_sets_team_id_id_fk" FOREIGN KEY ("team_id","set_id") REFERENCES "public"."sets"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "shows_one_at_a_time" ON "shows" USING btree ("team_id","set_id") WHERE "shows"."ended_at" is null;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON shows, cues TO intervallum_server;--> statement-breakpoint
ALTER TABLE shows ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE cues ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_the_team ON shows USING (team_id = current_team()) WITH CHECK (team_id = current_team());--> statement-breakpoint
CREATE POLICY of_the_team ON cues USING (team_id = current_team()) WITH CHECK (team_id = current_team());
