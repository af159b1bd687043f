CREATE TABLE "own_runs" (
	"team_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"seq" bigint DEFAULT 0 NOT NULL,
	"name" text NOT NULL,
	"run" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "own_runs_team_id_id_pk" PRIMARY KEY("team_id","id")
);
--> statement-breakpoint
ALTER TABLE "own_runs" ADD CONSTRAINT "own_runs_team_id_teams_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."teams"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON own_runs TO intervallum_server;--> statement-breakpoint
ALTER TABLE own_runs ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_the_team ON own_runs USING (team_id = current_team()) WITH CHECK (team_id = current_team());
