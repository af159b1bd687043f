ALTER TABLE "song_revisions" ADD COLUMN "rules" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "songs" ADD COLUMN "rules" integer DEFAULT 1 NOT NULL;
