CREATE TABLE "voices" (
	"team_id" uuid NOT NULL,
	"id" uuid DEFAULT gen_random_uuid() NOT NULL,
	"person_id" uuid NOT NULL,
	"seq" bigint DEFAULT 0 NOT NULL,
	"low" integer NOT NULL,
	"high" integer NOT NULL,
	"extreme_low" integer NOT NULL,
	"extreme_high" integer NOT NULL,
	"noted_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "voices_team_id_id_pk" PRIMARY KEY("team_id","id"),
	CONSTRAINT "voices_in_order" CHECK ("voices"."extreme_low" <= "voices"."low" and "voices"."low" < "voices"."high" and "voices"."high" <= "voices"."extreme_high")
);
--> statement-breakpoint
ALTER TABLE "voices" ADD CONSTRAINT "voices_team_id_teams_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."teams"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "voices" ADD CONSTRAINT "voices_team_id_person_id_people_team_id_id_fk" FOREIGN KEY ("team_id","person_id") REFERENCES "public"."people"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "voices_person" ON "voices" USING btree ("team_id","person_id","noted_at" desc);--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON voices TO intervallum_server;--> statement-breakpoint
ALTER TABLE voices ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_the_team ON voices USING (team_id = current_team()) WITH CHECK (team_id = current_team());
