ALTER TABLE "shares" ADD COLUMN "role" text;--> statement-breakpoint
ALTER TABLE "shares" ADD COLUMN "who" text DEFAULT '' NOT NULL;