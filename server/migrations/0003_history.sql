ALTER TABLE "song_revisions" DROP COLUMN "hands";--> statement-breakpoint
ALTER TABLE "song_revisions" DROP COLUMN "summary";