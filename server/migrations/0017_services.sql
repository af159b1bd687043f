ALTER TABLE "set_items" ADD COLUMN "kind" text DEFAULT 'song' NOT NULL;--> statement-breakpoint
ALTER TABLE "set_items" ADD COLUMN "who" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "set_items" ADD COLUMN "fixed" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "set_items" ADD COLUMN "road" text;--> statement-breakpoint
ALTER TABLE "set_items" ADD COLUMN "bridge" jsonb;--> statement-breakpoint
ALTER TABLE "set_items" ADD COLUMN "minutes" double precision;--> statement-breakpoint
ALTER TABLE "set_items" ADD COLUMN "bed" text;--> statement-breakpoint
ALTER TABLE "sets" ADD COLUMN "begins" text;--> statement-breakpoint
ALTER TABLE "sets" ADD COLUMN "most" integer;--> statement-breakpoint
ALTER TABLE "sets" ADD COLUMN "rehearsal" jsonb;--> statement-breakpoint
UPDATE "set_items" SET "kind" = 'moment', "minutes" = 0 WHERE "song_id" IS NULL;--> statement-breakpoint
ALTER TABLE "set_items" ADD CONSTRAINT "set_items_kind" CHECK (("set_items"."kind" = 'song') = ("set_items"."song_id" is not null));