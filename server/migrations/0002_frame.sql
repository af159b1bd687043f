-- Charts stand on the row of their song, decisions of players beside them, history apart; keys begin with the team.
-- What is here before is brought along: the last revision becomes the song, its hands the part of nobody in particular.
CREATE EXTENSION IF NOT EXISTS pg_trgm;--> statement-breakpoint
CREATE EXTENSION IF NOT EXISTS btree_gin;--> statement-breakpoint
CREATE TABLE "parts" (
	"team_id" uuid NOT NULL,
	"id" uuid DEFAULT gen_random_uuid() NOT NULL,
	"song_id" uuid NOT NULL,
	"person_id" uuid,
	"revision" integer DEFAULT 1 NOT NULL,
	"seq" bigint DEFAULT 0 NOT NULL,
	"decisions" jsonb NOT NULL,
	"saved_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "parts_team_id_id_pk" PRIMARY KEY("team_id","id"),
	CONSTRAINT "parts_one_each" UNIQUE NULLS NOT DISTINCT("team_id","song_id","person_id")
);
--> statement-breakpoint
CREATE TABLE "people" (
	"team_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	"seq" bigint DEFAULT 0 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "people_team_id_id_pk" PRIMARY KEY("team_id","id")
);
--> statement-breakpoint
CREATE TABLE "team_counters" (
	"team_id" uuid PRIMARY KEY NOT NULL,
	"seq" bigint DEFAULT 0 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "song_revisions" DROP CONSTRAINT "song_revisions_team_id_song_id_songs_team_id_id_fk";--> statement-breakpoint
ALTER TABLE "set_items" DROP CONSTRAINT "set_items_team_id_set_id_sets_team_id_id_fk";--> statement-breakpoint
ALTER TABLE "set_items" DROP CONSTRAINT "set_items_team_id_song_id_songs_team_id_id_fk";--> statement-breakpoint
ALTER TABLE "shares" DROP CONSTRAINT "shares_team_id_song_id_songs_team_id_id_fk";--> statement-breakpoint
ALTER TABLE "shares" DROP CONSTRAINT "shares_team_id_set_id_sets_team_id_id_fk";--> statement-breakpoint
ALTER TABLE "sets" DROP CONSTRAINT "sets_team_id_id";--> statement-breakpoint
ALTER TABLE "songs" DROP CONSTRAINT "songs_team_id_id";--> statement-breakpoint
DROP INDEX "sets_team";--> statement-breakpoint
DROP INDEX "songs_team";--> statement-breakpoint
ALTER TABLE "set_items" DROP CONSTRAINT "set_items_set_id_id_pk";--> statement-breakpoint
ALTER TABLE "song_revisions" DROP CONSTRAINT "song_revisions_song_id_revision_pk";--> statement-breakpoint
ALTER TABLE "set_items" ALTER COLUMN "song_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "sets" DROP CONSTRAINT "sets_pkey";--> statement-breakpoint
ALTER TABLE "sets" ALTER COLUMN "id" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "shares" DROP CONSTRAINT "shares_pkey";--> statement-breakpoint
ALTER TABLE "songs" DROP CONSTRAINT "songs_pkey";--> statement-breakpoint
ALTER TABLE "songs" ALTER COLUMN "id" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "set_items" ADD CONSTRAINT "set_items_team_id_set_id_id_pk" PRIMARY KEY("team_id","set_id","id");--> statement-breakpoint
ALTER TABLE "sets" ADD CONSTRAINT "sets_team_id_id_pk" PRIMARY KEY("team_id","id");--> statement-breakpoint
ALTER TABLE "shares" ADD CONSTRAINT "shares_team_id_id_pk" PRIMARY KEY("team_id","id");--> statement-breakpoint
ALTER TABLE "song_revisions" ADD CONSTRAINT "song_revisions_team_id_song_id_revision_pk" PRIMARY KEY("team_id","song_id","revision");--> statement-breakpoint
ALTER TABLE "songs" ADD CONSTRAINT "songs_team_id_id_pk" PRIMARY KEY("team_id","id");--> statement-breakpoint
ALTER TABLE "set_items" ADD COLUMN "name" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "sets" ADD COLUMN "seq" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "song_revisions" ADD COLUMN "person_id" uuid;--> statement-breakpoint
ALTER TABLE "song_revisions" ADD COLUMN "name" text;--> statement-breakpoint
ALTER TABLE "song_revisions" ADD COLUMN "decisions" jsonb;--> statement-breakpoint
ALTER TABLE "songs" ADD COLUMN "seq" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "songs" ADD COLUMN "title" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "songs" ADD COLUMN "title_key" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "songs" ADD COLUMN "sung" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "songs" ADD COLUMN "text" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "songs" ADD COLUMN "summary" jsonb;--> statement-breakpoint
ALTER TABLE "songs" ADD COLUMN "haystack" text GENERATED ALWAYS AS (lower("title" || E'
' || "sung" || E'
' || "text")) STORED;--> statement-breakpoint
ALTER TABLE "songs" ADD COLUMN "saved_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "parts" ADD CONSTRAINT "parts_team_id_teams_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."teams"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "parts" ADD CONSTRAINT "parts_team_id_song_id_songs_team_id_id_fk" FOREIGN KEY ("team_id","song_id") REFERENCES "public"."songs"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "parts" ADD CONSTRAINT "parts_team_id_person_id_people_team_id_id_fk" FOREIGN KEY ("team_id","person_id") REFERENCES "public"."people"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "people" ADD CONSTRAINT "people_team_id_teams_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."teams"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "team_counters" ADD CONSTRAINT "team_counters_team_id_teams_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."teams"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "song_revisions" ADD CONSTRAINT "song_revisions_team_id_song_id_songs_team_id_id_fk" FOREIGN KEY ("team_id","song_id") REFERENCES "public"."songs"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "set_items" ADD CONSTRAINT "set_items_team_id_set_id_sets_team_id_id_fk" FOREIGN KEY ("team_id","set_id") REFERENCES "public"."sets"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "set_items" ADD CONSTRAINT "set_items_team_id_song_id_songs_team_id_id_fk" FOREIGN KEY ("team_id","song_id") REFERENCES "public"."songs"("team_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shares" ADD CONSTRAINT "shares_team_id_song_id_songs_team_id_id_fk" FOREIGN KEY ("team_id","song_id") REFERENCES "public"."songs"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shares" ADD CONSTRAINT "shares_team_id_set_id_sets_team_id_id_fk" FOREIGN KEY ("team_id","set_id") REFERENCES "public"."sets"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
UPDATE "songs" SET
  "text" = now."text",
  "summary" = now."summary",
  "saved_at" = now."saved_at",
  "title" = coalesce(now."summary"->>'title', ''),
  "title_key" = lower(coalesce(now."summary"->>'title', '')),
  "sung" = regexp_replace(regexp_replace(regexp_replace(now."text",
    '(\w)-\s*\|\s*', '\1', 'g'), '(\w)-(?=\w)', '\1', 'g'), '\s*\|\s*', ' ', 'g')
FROM "song_revisions" now
WHERE now."team_id" = "songs"."team_id" AND now."song_id" = "songs"."id" AND now."revision" = "songs"."revision";--> statement-breakpoint
UPDATE "song_revisions" SET "decisions" = jsonb_build_object('hands', jsonb_build_object('version', 1, 'value', "hands"));--> statement-breakpoint
INSERT INTO "parts" ("team_id", "song_id", "decisions", "saved_at")
SELECT now."team_id", now."song_id", now."decisions", now."saved_at"
FROM "song_revisions" now JOIN "songs" ON "songs"."team_id" = now."team_id" AND "songs"."id" = now."song_id" AND "songs"."revision" = now."revision"
WHERE now."hands" <> '{"school":"block and plain","pins":[],"palette":[],"registers":[],"walks":[]}'::jsonb;--> statement-breakpoint
UPDATE "songs" SET "seq" = counted."seq" FROM (
  SELECT "team_id", "id", row_number() OVER (PARTITION BY "team_id" ORDER BY "created_at", "id") AS "seq" FROM "songs"
) counted WHERE counted."team_id" = "songs"."team_id" AND counted."id" = "songs"."id";--> statement-breakpoint
UPDATE "sets" SET "seq" = counted."seq" FROM (
  SELECT "team_id", "id", row_number() OVER (PARTITION BY "team_id" ORDER BY "created_at", "id")
    + (SELECT count(*) FROM "songs" WHERE "songs"."team_id" = "sets"."team_id") AS "seq" FROM "sets"
) counted WHERE counted."team_id" = "sets"."team_id" AND counted."id" = "sets"."id";--> statement-breakpoint
INSERT INTO "team_counters" ("team_id", "seq")
SELECT "id", (SELECT count(*) FROM "songs" WHERE "songs"."team_id" = "teams"."id") + (SELECT count(*) FROM "sets" WHERE "sets"."team_id" = "teams"."id") FROM "teams";--> statement-breakpoint
CREATE INDEX "set_items_song" ON "set_items" USING btree ("team_id","song_id");--> statement-breakpoint
CREATE INDEX "sets_by_date" ON "sets" USING btree ("team_id",coalesce("date", 'infinity'::date) desc,"created_at" desc,"id" desc);--> statement-breakpoint
CREATE INDEX "sets_seq" ON "sets" USING btree ("team_id","seq");--> statement-breakpoint
CREATE INDEX "shares_song" ON "shares" USING btree ("team_id","song_id");--> statement-breakpoint
CREATE INDEX "shares_set" ON "shares" USING btree ("team_id","set_id");--> statement-breakpoint
CREATE INDEX "songs_by_title" ON "songs" USING btree ("team_id","title_key" collate "C","id");--> statement-breakpoint
CREATE INDEX "songs_title_begins" ON "songs" USING btree ("team_id",lower("title") collate "C");--> statement-breakpoint
CREATE INDEX "songs_haystack" ON "songs" USING gin ("team_id","haystack" gin_trgm_ops);--> statement-breakpoint
CREATE INDEX "songs_seq" ON "songs" USING btree ("team_id","seq");--> statement-breakpoint
ALTER TABLE "set_items" ADD CONSTRAINT "set_items_is_something" CHECK ("set_items"."song_id" is not null or "set_items"."name" <> '');