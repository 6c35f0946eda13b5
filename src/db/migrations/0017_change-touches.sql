ALTER TABLE "change" ADD COLUMN "touches" uuid[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
CREATE INDEX "change_touches" ON "change" USING gin ("touches");--> statement-breakpoint
UPDATE "change" SET "touches" = coalesce((
	SELECT array_agg(DISTINCT "found"."id"::uuid) FROM (
		SELECT coalesce("step"->'row'->>'id', "step"->>'id') AS "id" FROM jsonb_array_elements("forward") AS "step"
		UNION SELECT "named"."id" FROM jsonb_array_elements("forward" || "backward") AS "step",
			LATERAL (VALUES
				(coalesce("step"->'row'->>'folderId', "step"->'set'->>'folderId')),
				(coalesce("step"->'row'->>'parentId', "step"->'set'->>'parentId')),
				(coalesce("step"->'row'->>'cardId', "step"->'set'->>'cardId'))) AS "named" ("id")
	) AS "found" WHERE "found"."id" ~ '^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$'
), '{}');
