-- Rows of a log that could not be read hold what a spreadsheet said: with a person goes what names them.
CREATE FUNCTION yarvex_erase_unread_rows() RETURNS trigger
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  IF length(trim(OLD.name)) > 2 THEN
    DELETE FROM unread_rows u WHERE u.studio_id = OLD.studio_id AND position(lower(trim(OLD.name)) in lower(u.cells::text)) > 0;
  END IF;
  RETURN OLD;
END $$;
--> statement-breakpoint
CREATE TRIGGER erase_unread_rows AFTER DELETE ON clients FOR EACH ROW EXECUTE FUNCTION yarvex_erase_unread_rows();
