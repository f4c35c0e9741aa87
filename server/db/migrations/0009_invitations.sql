CREATE TABLE "invitations" (
	"studio_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"role" text NOT NULL,
	"client_id" uuid,
	"email" text NOT NULL,
	"name" text NOT NULL,
	"secret_hash" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "invitations_studio_id_id_pk" PRIMARY KEY("studio_id","id")
);
--> statement-breakpoint
ALTER TABLE "invitations" ADD CONSTRAINT "invitations_studio_id_studios_id_fk" FOREIGN KEY ("studio_id") REFERENCES "public"."studios"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitations" ADD CONSTRAINT "invitations_studio_id_client_id_clients_studio_id_id_fk" FOREIGN KEY ("studio_id","client_id") REFERENCES "public"."clients"("studio_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "invitations_secret" ON "invitations" USING btree ("secret_hash");--> statement-breakpoint
ALTER TABLE "invitations" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY coach ON invitations TO yarvex_coach USING (studio_id = yarvex_studio()) WITH CHECK (studio_id = yarvex_studio());
--> statement-breakpoint
GRANT SELECT, INSERT, DELETE ON invitations TO yarvex_coach;
--> statement-breakpoint
-- Before there is a scope: what an invitation says to who holds its secret, and taking it up, once.
CREATE FUNCTION yarvex_invitation(hash text) RETURNS TABLE (studio_id uuid, studio_name text, role text, client_id uuid, email text, name text)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS
  $$ SELECT i.studio_id, s.name, i.role, i.client_id, i.email, i.name FROM invitations i JOIN studios s ON s.id = i.studio_id WHERE i.secret_hash = hash AND i.expires_at > now() $$;
--> statement-breakpoint
CREATE FUNCTION yarvex_take_invitation(hash text, member uuid, account text, member_name text) RETURNS boolean
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE taken invitations%ROWTYPE;
BEGIN
  DELETE FROM invitations i WHERE i.secret_hash = hash AND i.expires_at > now() RETURNING * INTO taken;
  IF NOT FOUND THEN RETURN false; END IF;
  IF taken.client_id IS NOT NULL THEN
    PERFORM FROM clients c WHERE c.studio_id = taken.studio_id AND c.id = taken.client_id FOR UPDATE;
    IF EXISTS (SELECT FROM members m WHERE m.studio_id = taken.studio_id AND m.client_id = taken.client_id) THEN RETURN false; END IF;
  END IF;
  INSERT INTO members (studio_id, id, user_id, role, client_id, name) VALUES (taken.studio_id, member, account, taken.role, taken.client_id, member_name);
  RETURN true;
END $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION yarvex_invitation(text), yarvex_take_invitation(text, uuid, text, text) FROM PUBLIC;
