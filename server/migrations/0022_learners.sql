ALTER TABLE "practice_log" ADD COLUMN "share_id" uuid;--> statement-breakpoint
ALTER TABLE "practice_log" ADD COLUMN "written_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "shares" ADD COLUMN "learner" jsonb;--> statement-breakpoint
ALTER TABLE "practice_log" ADD CONSTRAINT "practice_log_team_id_share_id_shares_team_id_id_fk" FOREIGN KEY ("team_id","share_id") REFERENCES "public"."shares"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "practice_log_share" ON "practice_log" USING btree ("team_id","share_id","at" DESC NULLS LAST) WHERE "practice_log"."share_id" is not null;