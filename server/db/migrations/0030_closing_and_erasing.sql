-- Everything of a studio goes with it; answered are the accounts that it let in, which are removed apart.
CREATE FUNCTION yarvex_close_studio() RETURNS TABLE (user_id text)
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE studio uuid := yarvex_studio();
BEGIN
  RETURN QUERY SELECT m.user_id FROM members m WHERE m.studio_id = studio;
  DELETE FROM studios s WHERE s.id = studio;
END $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION yarvex_close_studio() FROM PUBLIC;
--> statement-breakpoint
GRANT EXECUTE ON FUNCTION yarvex_close_studio() TO yarvex_coach;
--> statement-breakpoint
-- With a person goes what names them in rows that are not theirs: rows of a log that could not be read, the name of that log, what
-- other programs were told, and what they were answered.
CREATE FUNCTION yarvex_erase_traces() RETURNS trigger
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE called text := lower(trim(OLD.name));
BEGIN
  DELETE FROM webhook_deliveries d WHERE d.studio_id = OLD.studio_id AND d.payload ->> 'clientId' = OLD.id::text;
  DELETE FROM api_requests r WHERE r.studio_id = OLD.studio_id AND position(OLD.id::text in r.body::text) > 0;
  UPDATE imports i SET new_clients = i.new_clients - OLD.id::text WHERE i.studio_id = OLD.studio_id AND i.new_clients ? OLD.id::text;
  IF length(called) > 2 THEN
    DELETE FROM unread_rows u WHERE u.studio_id = OLD.studio_id AND position(called in lower(u.cells::text)) > 0;
    DELETE FROM api_requests r WHERE r.studio_id = OLD.studio_id AND position(called in lower(r.body::text)) > 0;
    UPDATE imports i SET name = 'A log' WHERE i.studio_id = OLD.studio_id AND position(called in lower(i.name)) > 0;
  END IF;
  RETURN OLD;
END $$;
--> statement-breakpoint
DROP TRIGGER erase_unread_rows ON clients;
--> statement-breakpoint
DROP FUNCTION yarvex_erase_unread_rows();
--> statement-breakpoint
CREATE TRIGGER erase_traces AFTER DELETE ON clients FOR EACH ROW EXECUTE FUNCTION yarvex_erase_traces();
