CREATE TABLE "set_items" (
	"set_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"team_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"song_id" uuid NOT NULL,
	"key" text,
	"notes" text NOT NULL,
	CONSTRAINT "set_items_set_id_id_pk" PRIMARY KEY("set_id","id")
);
--> statement-breakpoint
CREATE TABLE "sets" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"team_id" uuid NOT NULL,
	"revision" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"date" date,
	"leader" text NOT NULL,
	"notes" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"saved_at" timestamp with time zone DEFAULT now() NOT NULL,
	"deleted_at" timestamp with time zone,
	CONSTRAINT "sets_team_id_id" UNIQUE("team_id","id")
);
--> statement-breakpoint
CREATE TABLE "shares" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"team_id" uuid NOT NULL,
	"token" text NOT NULL,
	"song_id" uuid,
	"set_id" uuid,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"revoked_at" timestamp with time zone,
	CONSTRAINT "shares_token_unique" UNIQUE("token"),
	CONSTRAINT "shares_one_target" CHECK (num_nonnulls("shares"."song_id", "shares"."set_id") = 1)
);
--> statement-breakpoint
CREATE TABLE "song_revisions" (
	"song_id" uuid NOT NULL,
	"team_id" uuid NOT NULL,
	"revision" integer NOT NULL,
	"text" text NOT NULL,
	"summary" jsonb NOT NULL,
	"saved_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "song_revisions_song_id_revision_pk" PRIMARY KEY("song_id","revision")
);
--> statement-breakpoint
CREATE TABLE "songs" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"team_id" uuid NOT NULL,
	"revision" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"deleted_at" timestamp with time zone,
	CONSTRAINT "songs_team_id_id" UNIQUE("team_id","id")
);
--> statement-breakpoint
CREATE TABLE "teams" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "set_items" ADD CONSTRAINT "set_items_team_id_teams_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."teams"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "set_items" ADD CONSTRAINT "set_items_team_id_set_id_sets_team_id_id_fk" FOREIGN KEY ("team_id","set_id") REFERENCES "public"."sets"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "set_items" ADD CONSTRAINT "set_items_team_id_song_id_songs_team_id_id_fk" FOREIGN KEY ("team_id","song_id") REFERENCES "public"."songs"("team_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sets" ADD CONSTRAINT "sets_team_id_teams_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."teams"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shares" ADD CONSTRAINT "shares_team_id_teams_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."teams"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shares" ADD CONSTRAINT "shares_team_id_song_id_songs_team_id_id_fk" FOREIGN KEY ("team_id","song_id") REFERENCES "public"."songs"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shares" ADD CONSTRAINT "shares_team_id_set_id_sets_team_id_id_fk" FOREIGN KEY ("team_id","set_id") REFERENCES "public"."sets"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "song_revisions" ADD CONSTRAINT "song_revisions_team_id_teams_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."teams"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "song_revisions" ADD CONSTRAINT "song_revisions_team_id_song_id_songs_team_id_id_fk" FOREIGN KEY ("team_id","song_id") REFERENCES "public"."songs"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "songs" ADD CONSTRAINT "songs_team_id_teams_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."teams"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "sets_team" ON "sets" USING btree ("team_id");--> statement-breakpoint
CREATE INDEX "songs_team" ON "songs" USING btree ("team_id");