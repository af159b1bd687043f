CREATE TABLE "attachment_pieces" (
	"team_id" uuid NOT NULL,
	"attachment_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"content" "bytea" NOT NULL,
	CONSTRAINT "attachment_pieces_team_id_attachment_id_position_pk" PRIMARY KEY("team_id","attachment_id","position")
);
--> statement-breakpoint
CREATE TABLE "attachments" (
	"team_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"song_id" uuid NOT NULL,
	"person_id" uuid,
	"seq" bigint DEFAULT 0 NOT NULL,
	"name" text NOT NULL,
	"type" text NOT NULL,
	"size" integer NOT NULL,
	"digest" text DEFAULT '' NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ready_at" timestamp with time zone,
	"deleted_at" timestamp with time zone,
	CONSTRAINT "attachments_team_id_id_pk" PRIMARY KEY("team_id","id")
);
--> statement-breakpoint
ALTER TABLE "attachment_pieces" ADD CONSTRAINT "attachment_pieces_team_id_teams_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."teams"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "attachment_pieces" ADD CONSTRAINT "attachment_pieces_team_id_attachment_id_attachments_team_id_id_fk" FOREIGN KEY ("team_id","attachment_id") REFERENCES "public"."attachments"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "attachments" ADD CONSTRAINT "attachments_team_id_teams_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."teams"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "attachments" ADD CONSTRAINT "attachments_team_id_song_id_songs_team_id_id_fk" FOREIGN KEY ("team_id","song_id") REFERENCES "public"."songs"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "attachments_song" ON "attachments" USING btree ("team_id","song_id");--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON attachments, attachment_pieces TO intervallum_server;--> statement-breakpoint
ALTER TABLE attachments ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_the_team ON attachments USING (team_id = current_team()) WITH CHECK (team_id = current_team());--> statement-breakpoint
ALTER TABLE attachment_pieces ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_the_team ON attachment_pieces USING (team_id = current_team()) WITH CHECK (team_id = current_team());--> statement-breakpoint
-- Recordings and papers are compressed already; trying once more only costs time.
ALTER TABLE attachment_pieces ALTER COLUMN content SET STORAGE EXTERNAL;
