-- The book is append-only: nothing in it is ever changed or erased. A wrong line is struck by another entry.
CREATE FUNCTION entries_are_append_only() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'the book is append-only' USING ERRCODE = 'restrict_violation';
END;
$$;
--> statement-breakpoint
CREATE TRIGGER entries_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON "entries" FOR EACH STATEMENT EXECUTE FUNCTION entries_are_append_only();
