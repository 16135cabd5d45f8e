-- An edit in one call whose plans are kept (store/store, postAtOnce). It holds by itself that nobody has edited the show meanwhile, and that the key is new.
CREATE FUNCTION "post_change"("of" uuid, "since" integer, "packed_to" integer, "by_key" uuid, "named" text, "by_author" text, "labelled" text, "written" json, "gone" json, "changed" json, "channel" text) RETURNS boolean LANGUAGE plpgsql AS $$
BEGIN
	UPDATE shows SET revision = since + 1, name = named, edited = now()
		WHERE id = of AND deleted IS NULL AND revision = since AND packed = packed_to
		AND NOT EXISTS (SELECT 1 FROM changes WHERE show = of AND key = by_key);
	IF NOT FOUND THEN RETURN false; END IF;
	INSERT INTO records (show, id, kind, data, revision)
		SELECT of, r.id, r.kind, r.data, since + 1 FROM json_to_recordset(written) AS r(id uuid, kind text, data json)
		ON CONFLICT (show, id) DO UPDATE SET data = excluded.data, revision = excluded.revision;
	IF gone IS NOT NULL THEN
		DELETE FROM records WHERE show = of AND id IN (SELECT v::uuid FROM json_array_elements_text(gone) AS v);
	END IF;
	INSERT INTO changes (show, revision, key, author, label, change) VALUES (of, since + 1, by_key, by_author, labelled, changed);
	PERFORM pg_notify(channel, of || ' ' || (since + 1));
	RETURN true;
END
$$;
