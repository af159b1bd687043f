CREATE TABLE "audit" (
	"team_id" uuid NOT NULL,
	"id" uuid DEFAULT gen_random_uuid() NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"person_id" uuid,
	"what" text NOT NULL,
	"about" text DEFAULT '' NOT NULL,
	CONSTRAINT "audit_team_id_id_pk" PRIMARY KEY("team_id","id")
);
--> statement-breakpoint
CREATE TABLE "invitations" (
	"team_id" uuid NOT NULL,
	"id" uuid DEFAULT gen_random_uuid() NOT NULL,
	"token_hash" "bytea" NOT NULL,
	"role" text NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"person_id" uuid,
	"invited_by" uuid,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"taken_at" timestamp with time zone,
	"revoked_at" timestamp with time zone,
	CONSTRAINT "invitations_team_id_id_pk" PRIMARY KEY("team_id","id"),
	CONSTRAINT "invitations_token_hash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
CREATE TABLE "accounts" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"email" text NOT NULL,
	"name" text NOT NULL,
	"password_hash" text NOT NULL,
	"confirmed_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "accounts_email_unique" UNIQUE("email")
);
--> statement-breakpoint
CREATE TABLE "installation" (
	"id" boolean PRIMARY KEY DEFAULT true NOT NULL,
	"is_demo" boolean DEFAULT false NOT NULL,
	"setup_hash" "bytea",
	CONSTRAINT "installation_is_one" CHECK ("installation"."id")
);
--> statement-breakpoint
CREATE TABLE "mail_tokens" (
	"token_hash" "bytea" PRIMARY KEY NOT NULL,
	"purpose" text NOT NULL,
	"account_id" uuid,
	"content" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	CONSTRAINT "mail_tokens_purpose" CHECK ("mail_tokens"."purpose" in ('sign-up', 'reset', 'address'))
);
--> statement-breakpoint
CREATE TABLE "mails" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"to_address" text NOT NULL,
	"subject" text NOT NULL,
	"text" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"tries" integer DEFAULT 0 NOT NULL,
	"next_try_at" timestamp with time zone DEFAULT now(),
	"sent_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "rate_limits" (
	"key" text PRIMARY KEY NOT NULL,
	"points" integer DEFAULT 0 NOT NULL,
	"expire" bigint
);
--> statement-breakpoint
CREATE TABLE "sessions" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"account_id" uuid NOT NULL,
	"token_hash" "bytea" NOT NULL,
	"team_id" uuid,
	"device" text DEFAULT '' NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"seen_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "sessions_token_hash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
ALTER TABLE "people" ALTER COLUMN "id" SET DEFAULT gen_random_uuid();--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "account_id" uuid;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "role" text;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "joined_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "teams" ADD COLUMN "deleted_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "audit" ADD CONSTRAINT "audit_team_id_teams_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."teams"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitations" ADD CONSTRAINT "invitations_team_id_teams_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."teams"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitations" ADD CONSTRAINT "invitations_team_id_person_id_people_team_id_id_fk" FOREIGN KEY ("team_id","person_id") REFERENCES "public"."people"("team_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mail_tokens" ADD CONSTRAINT "mail_tokens_account_id_accounts_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."accounts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_account_id_accounts_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."accounts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "audit_by_time" ON "audit" USING btree ("team_id","at" desc,"id" desc);--> statement-breakpoint
CREATE INDEX "mails_waiting" ON "mails" USING btree ("next_try_at");--> statement-breakpoint
CREATE INDEX "sessions_account" ON "sessions" USING btree ("account_id");--> statement-breakpoint
ALTER TABLE "people" ADD CONSTRAINT "people_account_id_accounts_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."accounts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "people_account" ON "people" USING btree ("account_id");--> statement-breakpoint
ALTER TABLE "people" ADD CONSTRAINT "people_one_account" UNIQUE("team_id","account_id");--> statement-breakpoint
ALTER TABLE "people" ADD CONSTRAINT "people_member_or_not" CHECK (("people"."account_id" is null) = ("people"."role" is null) and ("people"."role" is null or "people"."role" in ('owner', 'leader', 'player', 'guest')));--> statement-breakpoint
-- What is of a team is seen in its scope, what is of an account in that of the account; each has its setting.
GRANT SELECT, INSERT, UPDATE, DELETE ON invitations TO intervallum_server;--> statement-breakpoint
GRANT SELECT, INSERT ON audit TO intervallum_server;--> statement-breakpoint
GRANT UPDATE (name, deleted_at) ON teams TO intervallum_server;--> statement-breakpoint
GRANT SELECT ON accounts TO intervallum_server;--> statement-breakpoint
GRANT UPDATE (password_hash) ON accounts TO intervallum_server;--> statement-breakpoint
GRANT SELECT, UPDATE, DELETE ON sessions TO intervallum_server;--> statement-breakpoint
GRANT INSERT ON mail_tokens TO intervallum_server;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON mails TO intervallum_server;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON rate_limits TO intervallum_server;--> statement-breakpoint
CREATE FUNCTION current_account() RETURNS uuid LANGUAGE sql STABLE
  RETURN nullif(current_setting('app.account', true), '')::uuid;--> statement-breakpoint
DO $$ DECLARE name text; BEGIN
  FOREACH name IN ARRAY ARRAY['invitations', 'audit'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', name);
    EXECUTE format('CREATE POLICY of_the_team ON %I USING (team_id = current_team()) WITH CHECK (team_id = current_team())', name);
  END LOOP;
END $$;--> statement-breakpoint
ALTER TABLE accounts ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_the_account ON accounts USING (id = current_account());--> statement-breakpoint
ALTER TABLE sessions ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_the_account ON sessions USING (account_id = current_account());--> statement-breakpoint
ALTER TABLE mail_tokens ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY is_written_only ON mail_tokens FOR INSERT WITH CHECK (true);--> statement-breakpoint
ALTER TABLE installation ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
INSERT INTO installation DEFAULT VALUES;--> statement-breakpoint
DROP FUNCTION only_team();--> statement-breakpoint
CREATE OR REPLACE FUNCTION team_of_link(wanted text) RETURNS uuid LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT team_id FROM shares JOIN teams ON teams.id = team_id
  WHERE token = wanted AND revoked_at IS NULL AND deleted_at IS NULL
$$;--> statement-breakpoint
CREATE FUNCTION raise_seq(team uuid) RETURNS bigint LANGUAGE sql AS $$
  INSERT INTO team_counters (team_id, seq) VALUES (team, 1)
  ON CONFLICT (team_id) DO UPDATE SET seq = team_counters.seq + 1 RETURNING seq
$$;--> statement-breakpoint
-- What is known of an account by its address, for whoever signs in. Nobody is told by it who has one.
CREATE FUNCTION account_of_email(wanted text) RETURNS TABLE (id uuid, name text, password_hash text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT id, name, password_hash FROM accounts WHERE email = wanted
$$;--> statement-breakpoint
-- Null where the address has an account.
CREATE FUNCTION create_account(its_email text, its_name text, its_hash text, is_confirmed boolean) RETURNS uuid
LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp AS $$
  INSERT INTO accounts (email, name, password_hash, confirmed_at)
  VALUES (its_email, its_name, its_hash, CASE WHEN is_confirmed THEN now() END)
  ON CONFLICT DO NOTHING RETURNING id
$$;--> statement-breakpoint
-- The addresses of the members of the team that the session works for.
CREATE FUNCTION member_addresses() RETURNS TABLE (account_id uuid, email text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT accounts.id, accounts.email FROM accounts JOIN people ON people.account_id = accounts.id
  WHERE people.team_id = current_team()
$$;--> statement-breakpoint
-- Writes down what somebody did about the own account, in each of the teams.
CREATE FUNCTION record_of_account(account uuid, what text, about text) RETURNS void
LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp AS $$
  INSERT INTO audit (team_id, person_id, what, about)
  SELECT people.team_id, people.id, $2, $3 FROM people WHERE people.account_id = $1
$$;--> statement-breakpoint
-- In the place of the one that the browser had; of the same account it goes on with the same team.
CREATE FUNCTION open_session(account uuid, hash bytea, its_device text, before bytea, whole_days integer) RETURNS void
LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp AS $$
  INSERT INTO sessions (account_id, token_hash, device, team_id) VALUES (account, hash, its_device,
    (SELECT team_id FROM sessions WHERE token_hash = before AND account_id = account));
  DELETE FROM sessions WHERE token_hash = before
    OR (account_id = account AND created_at < now() - make_interval(days => whole_days))
$$;--> statement-breakpoint
-- Who a session is of, and the team that it works for: the chosen one, else the one joined first. It ends after days
-- without use, and after days in all.
CREATE FUNCTION session_found(hash bytea, idle_days integer, whole_days integer)
RETURNS TABLE (session_id uuid, account_id uuid, team_id uuid, person_id uuid, role text)
LANGUAGE sql VOLATILE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  UPDATE sessions SET seen_at = now() WHERE token_hash = hash AND seen_at < now() - interval '5 minutes'
    AND seen_at > now() - make_interval(days => idle_days);
  SELECT session.id, session.account_id, member.team_id, member.id, member.role
  FROM sessions AS session LEFT JOIN LATERAL (
    SELECT people.team_id, people.id, people.role FROM people JOIN teams ON teams.id = people.team_id
    WHERE people.account_id = session.account_id AND teams.deleted_at IS NULL
    ORDER BY people.team_id IS DISTINCT FROM session.team_id, people.joined_at, people.team_id LIMIT 1
  ) AS member ON true
  WHERE session.token_hash = hash AND session.seen_at > now() - make_interval(days => idle_days)
    AND session.created_at > now() - make_interval(days => whole_days)
$$;--> statement-breakpoint
CREATE FUNCTION end_session(hash bytea) RETURNS void
LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp AS $$
  DELETE FROM sessions WHERE token_hash = hash
$$;--> statement-breakpoint
-- The teams of an account; those that were deleted only for their owners, who can take them back.
CREATE FUNCTION memberships(account uuid)
RETURNS TABLE (team_id uuid, team text, person_id uuid, role text, deleted_at timestamptz)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT teams.id, teams.name, people.id, people.role, teams.deleted_at FROM people JOIN teams ON teams.id = people.team_id
  WHERE people.account_id = account AND (teams.deleted_at IS NULL OR people.role = 'owner')
  ORDER BY people.joined_at, teams.id
$$;--> statement-breakpoint
-- A key that came by mail opens once. Nothing where it is none, is old, or is for something else.
CREATE FUNCTION take_mail_token(hash bytea, its_purpose text) RETURNS TABLE (account_id uuid, content jsonb)
LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp AS $$
  DELETE FROM mail_tokens WHERE expires_at < now() - interval '1 day';
  DELETE FROM mail_tokens WHERE token_hash = hash AND purpose = its_purpose AND expires_at > now()
  RETURNING mail_tokens.account_id, mail_tokens.content
$$;--> statement-breakpoint
-- A new password by mail: whoever was signed in is so no more, and no other key that was sent opens.
CREATE FUNCTION reset_password(account uuid, hash text) RETURNS void
LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp AS $$
  UPDATE accounts SET password_hash = hash, confirmed_at = coalesce(confirmed_at, now()) WHERE id = account;
  DELETE FROM sessions WHERE account_id = account;
  DELETE FROM mail_tokens WHERE account_id = account
$$;--> statement-breakpoint
-- The address before, and whose it was; nothing where the new one has another account.
CREATE FUNCTION change_address(account uuid, its_email text) RETURNS TABLE (email text, name text)
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  RETURN QUERY WITH before AS (SELECT accounts.email, accounts.name FROM accounts WHERE id = account FOR UPDATE)
    UPDATE accounts SET email = its_email, confirmed_at = now() FROM before WHERE id = account RETURNING before.email, before.name;
EXCEPTION WHEN unique_violation THEN
  RETURN;
END $$;--> statement-breakpoint
CREATE FUNCTION rename_account(account uuid, its_name text) RETURNS void
LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp AS $$
  UPDATE accounts SET name = its_name WHERE id = account;
  UPDATE people SET name = its_name, seq = raise_seq(team_id) WHERE account_id = account
$$;--> statement-breakpoint
-- The team that has no other owner, where there is one: the account stays until it is handed over or deleted. Else the
-- account goes; those who it was stay named in what they did.
CREATE FUNCTION delete_account(account uuid) RETURNS text
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE held text;
BEGIN
  PERFORM FROM teams WHERE id IN (SELECT team_id FROM people WHERE account_id = account) ORDER BY id FOR UPDATE;
  SELECT teams.name INTO held FROM teams JOIN people ON people.team_id = teams.id
  WHERE people.account_id = account AND people.role = 'owner' AND teams.deleted_at IS NULL
    AND NOT EXISTS (SELECT FROM people AS other WHERE other.team_id = teams.id AND other.role = 'owner' AND other.account_id <> account)
  LIMIT 1;
  IF held IS NOT NULL THEN RETURN held; END IF;
  INSERT INTO audit (team_id, person_id, what) SELECT team_id, id, 'left' FROM people WHERE account_id = account;
  UPDATE invitations SET revoked_at = now() FROM people WHERE people.account_id = account AND invitations.team_id = people.team_id
    AND invitations.invited_by = people.id AND invitations.taken_at IS NULL AND invitations.revoked_at IS NULL;
  UPDATE people SET account_id = NULL, role = NULL, seq = raise_seq(team_id) WHERE account_id = account;
  DELETE FROM accounts WHERE id = account;
  RETURN NULL;
END $$;--> statement-breakpoint
CREATE FUNCTION begin_team(account uuid, its_name text) RETURNS uuid
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE team uuid; begun uuid;
BEGIN
  INSERT INTO teams (name) VALUES (its_name) RETURNING id INTO team;
  INSERT INTO people (team_id, name, account_id, role, joined_at, seq)
  SELECT team, accounts.name, account, 'owner', now(), raise_seq(team) FROM accounts WHERE id = account RETURNING id INTO begun;
  INSERT INTO audit (team_id, person_id, what, about) VALUES (team, begun, 'team begun', its_name);
  RETURN team;
END $$;--> statement-breakpoint
-- An invitation that can be taken, for whoever has its key.
CREATE FUNCTION invitation_found(hash bytea)
RETURNS TABLE (team_id uuid, team text, role text, by_name text, note text, expires_at timestamptz)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT teams.id, teams.name, invitations.role, people.name, invitations.note, invitations.expires_at
  FROM invitations JOIN teams ON teams.id = invitations.team_id
  LEFT JOIN people ON people.team_id = invitations.team_id AND people.id = invitations.invited_by
  WHERE token_hash = hash AND taken_at IS NULL AND revoked_at IS NULL AND invitations.expires_at > now() AND teams.deleted_at IS NULL
$$;--> statement-breakpoint
-- Makes an account a member by an invitation, once: 'joined'; 'already' where it is one, which leaves the invitation to others;
-- 'gone' where it cannot be taken any more.
CREATE FUNCTION take_invitation(hash bytea, account uuid, OUT outcome text, OUT team uuid)
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE held invitations; member uuid;
BEGIN
  SELECT invitations.* INTO held FROM invitations JOIN teams ON teams.id = invitations.team_id
  WHERE token_hash = hash AND taken_at IS NULL AND revoked_at IS NULL AND expires_at > now() AND teams.deleted_at IS NULL
  FOR UPDATE OF invitations;
  IF NOT FOUND THEN outcome := 'gone'; RETURN; END IF;
  team := held.team_id;
  IF EXISTS (SELECT FROM people WHERE people.team_id = team AND people.account_id = account) THEN
    outcome := 'already'; RETURN;
  END IF;
  UPDATE invitations SET taken_at = now() WHERE invitations.team_id = team AND id = held.id;
  UPDATE people SET account_id = account, role = held.role, joined_at = now(), seq = raise_seq(team)
  WHERE people.team_id = team AND id = held.person_id AND account_id IS NULL RETURNING id INTO member;
  IF member IS NULL THEN
    INSERT INTO people (team_id, name, account_id, role, joined_at, seq)
    SELECT team, accounts.name, account, held.role, now(), raise_seq(team) FROM accounts WHERE id = account RETURNING id INTO member;
  END IF;
  INSERT INTO audit (team_id, person_id, what, about) VALUES (team, member, 'joined', held.role);
  outcome := 'joined';
END $$;--> statement-breakpoint
CREATE FUNCTION installation_state(OUT is_demo boolean, OUT needs_owner boolean)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT is_demo, NOT EXISTS (SELECT FROM accounts) FROM installation
$$;--> statement-breakpoint
-- The people whom one press signs in: of a database that was filled with the demo, of no other.
CREATE FUNCTION demo_people() RETURNS TABLE (person_id uuid, account_id uuid, name text, role text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT people.id, people.account_id, people.name, people.role FROM people, installation
  WHERE installation.is_demo AND people.account_id IS NOT NULL
    AND people.team_id = (SELECT teams.id FROM teams WHERE deleted_at IS NULL ORDER BY created_at, teams.id LIMIT 1)
  ORDER BY array_position(ARRAY['owner', 'leader', 'player', 'guest'], people.role), people.joined_at, people.name
$$;--> statement-breakpoint
-- Makes the first owner, by the code that was shown, once; of the team that is there, where it has no owner. Null where the code
-- is another one, or there are accounts.
CREATE FUNCTION begin_installation(hash bytea, its_team text, its_name text, its_email text, its_hash text) RETURNS uuid
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE account uuid; team uuid; begun uuid;
BEGIN
  PERFORM FROM installation WHERE setup_hash = hash FOR UPDATE;
  IF NOT FOUND OR EXISTS (SELECT FROM accounts) THEN RETURN NULL; END IF;
  UPDATE installation SET setup_hash = NULL;
  account := create_account(its_email, its_name, its_hash, false);
  SELECT id INTO team FROM teams WHERE deleted_at IS NULL ORDER BY created_at, id LIMIT 1;
  IF team IS NULL THEN
    PERFORM begin_team(account, its_team);
  ELSE
    UPDATE teams SET name = its_team WHERE id = team;
    INSERT INTO people (team_id, name, account_id, role, joined_at, seq)
    VALUES (team, its_name, account, 'owner', now(), raise_seq(team)) RETURNING id INTO begun;
    INSERT INTO audit (team_id, person_id, what, about) VALUES (team, begun, 'team begun', its_team);
  END IF;
  RETURN account;
END $$;--> statement-breakpoint
CREATE FUNCTION all_teams() RETURNS SETOF uuid LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT id FROM teams ORDER BY id
$$;--> statement-breakpoint
-- Ends the teams that were deleted longer ago than their owners can take them back.
CREATE FUNCTION purge_teams(days integer) RETURNS integer LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE gone integer;
BEGIN
  DELETE FROM set_items WHERE team_id IN (SELECT id FROM teams WHERE deleted_at < now() - make_interval(days => days));
  DELETE FROM teams WHERE deleted_at < now() - make_interval(days => days);
  GET DIAGNOSTICS gone = ROW_COUNT;
  RETURN gone;
END $$;--> statement-breakpoint
DO $$ DECLARE signature text; BEGIN
  FOREACH signature IN ARRAY ARRAY[
    'account_of_email(text)', 'member_addresses()', 'create_account(text, text, text, boolean)', 'record_of_account(uuid, text, text)',
    'open_session(uuid, bytea, text, bytea, integer)', 'session_found(bytea, integer, integer)', 'end_session(bytea)',
    'memberships(uuid)', 'take_mail_token(bytea, text)', 'reset_password(uuid, text)', 'change_address(uuid, text)',
    'rename_account(uuid, text)', 'delete_account(uuid)', 'begin_team(uuid, text)', 'invitation_found(bytea)',
    'take_invitation(bytea, uuid)', 'installation_state()', 'demo_people()',
    'begin_installation(bytea, text, text, text, text)', 'all_teams()', 'purge_teams(integer)'
  ] LOOP
    EXECUTE format('REVOKE ALL ON FUNCTION %s FROM PUBLIC', signature);
    EXECUTE format('GRANT EXECUTE ON FUNCTION %s TO intervallum_server', signature);
  END LOOP;
END $$;
