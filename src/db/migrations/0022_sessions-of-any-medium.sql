ALTER TABLE "bench_session" DROP COLUMN "medium";--> statement-breakpoint
UPDATE "change" SET "forward" = "stripped"."forward", "backward" = "stripped"."backward" FROM (
	SELECT "sequence", (
		SELECT coalesce(jsonb_agg(CASE WHEN "step"->>'entity' = 'session' THEN "step" #- '{row,medium}' #- '{set,medium}' ELSE "step" END ORDER BY "at"), '[]')
		FROM jsonb_array_elements("forward") WITH ORDINALITY AS "steps" ("step", "at")
		WHERE NOT ("step"->>'entity' = 'session' AND "step"->>'kind' = 'update' AND ("step"->'set') - 'medium' = '{}')
	) AS "forward", (
		SELECT coalesce(jsonb_agg(CASE WHEN "step"->>'entity' = 'session' THEN "step" #- '{row,medium}' #- '{set,medium}' ELSE "step" END ORDER BY "at"), '[]')
		FROM jsonb_array_elements("backward") WITH ORDINALITY AS "steps" ("step", "at")
		WHERE NOT ("step"->>'entity' = 'session' AND "step"->>'kind' = 'update' AND ("step"->'set') - 'medium' = '{}')
	) AS "backward"
	FROM "change" WHERE "forward" @> '[{"entity": "session"}]'
) AS "stripped" WHERE "change"."sequence" = "stripped"."sequence";
