CREATE TABLE "tag" (
	"id" uuid PRIMARY KEY NOT NULL,
	"library_id" uuid NOT NULL,
	"parent_id" uuid,
	"name" text NOT NULL,
	"position" text COLLATE "C" NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "favourites_list" (
	"id" uuid PRIMARY KEY NOT NULL,
	"library_id" uuid NOT NULL,
	"owner_id" text,
	"name" text NOT NULL,
	"mark" text NOT NULL,
	"position" text COLLATE "C" NOT NULL,
	"removed" boolean DEFAULT false NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "rating" (
	"id" uuid PRIMARY KEY NOT NULL,
	"library_id" uuid NOT NULL,
	"owner_id" text NOT NULL,
	"card_id" uuid NOT NULL,
	"stars" integer NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "rating_once" UNIQUE("library_id","owner_id","card_id")
);
--> statement-breakpoint
CREATE TABLE "hiding" (
	"id" uuid PRIMARY KEY NOT NULL,
	"library_id" uuid NOT NULL,
	"owner_id" text NOT NULL,
	"card_id" uuid,
	"folder_id" uuid,
	"tag_id" uuid,
	"effect" text,
	"maker" text,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "favourite" DROP CONSTRAINT "favourite_once";--> statement-breakpoint
ALTER TABLE "favourite" ALTER COLUMN "owner_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "folder" ADD COLUMN "sign" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "folder" ADD COLUMN "fits" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "card" ADD COLUMN "also_in" uuid[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "card" ADD COLUMN "tag_ids" uuid[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "favourite" ADD COLUMN "list_id" uuid;--> statement-breakpoint
-- Whoever is a member has the two lists that one begins with; what was marked is on the first of them.
INSERT INTO "favourites_list" ("id", "library_id", "owner_id", "name", "mark", "position")
SELECT gen_random_uuid(), m."library_id", m."user_id", l."name", l."mark", l."position"
FROM "member" m CROSS JOIN (VALUES ('Favourites', 'F', 'a0'), ('Later', 'L', 'a1')) AS l ("name", "mark", "position");--> statement-breakpoint
UPDATE "favourite" f SET "list_id" = l."id" FROM "favourites_list" l
WHERE l."library_id" = f."library_id" AND l."owner_id" = f."owner_id" AND l."mark" = 'F';--> statement-breakpoint
ALTER TABLE "favourite" ALTER COLUMN "list_id" SET NOT NULL;--> statement-breakpoint
-- So that marks that were recorded before can be taken back and done again.
UPDATE "change" c SET "forward" = w."forward", "backward" = w."backward"
FROM (
  SELECT k."stream_id", k."revision",
    (SELECT jsonb_agg(CASE WHEN step->>'entity' = 'favourite' AND step->>'kind' = 'insert' THEN jsonb_set(step, '{row,listId}', to_jsonb(l."id")) ELSE step END ORDER BY n)
      FROM jsonb_array_elements(k."forward") WITH ORDINALITY AS steps (step, n)) AS "forward",
    (SELECT jsonb_agg(CASE WHEN step->>'entity' = 'favourite' AND step->>'kind' = 'insert' THEN jsonb_set(step, '{row,listId}', to_jsonb(l."id")) ELSE step END ORDER BY n)
      FROM jsonb_array_elements(k."backward") WITH ORDINALITY AS steps (step, n)) AS "backward"
  FROM "change" k JOIN "stream" s ON s."id" = k."stream_id"
  JOIN "favourites_list" l ON l."library_id" = s."library_id" AND l."owner_id" = s."member_id" AND l."mark" = 'F'
  WHERE (k."forward" || k."backward") @? '$[*] ? (@.entity == "favourite")'
) w WHERE w."stream_id" = c."stream_id" AND w."revision" = c."revision" AND w."forward" IS NOT NULL AND w."backward" IS NOT NULL;--> statement-breakpoint
ALTER TABLE "tag" ADD CONSTRAINT "tag_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tag" ADD CONSTRAINT "tag_parent_id_tag_id_fk" FOREIGN KEY ("parent_id") REFERENCES "public"."tag"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "favourites_list" ADD CONSTRAINT "favourites_list_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "favourites_list" ADD CONSTRAINT "favourites_list_owner_id_account_user_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."account_user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rating" ADD CONSTRAINT "rating_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rating" ADD CONSTRAINT "rating_owner_id_account_user_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."account_user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rating" ADD CONSTRAINT "rating_card_id_card_id_fk" FOREIGN KEY ("card_id") REFERENCES "public"."card"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hiding" ADD CONSTRAINT "hiding_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hiding" ADD CONSTRAINT "hiding_owner_id_account_user_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."account_user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hiding" ADD CONSTRAINT "hiding_card_id_card_id_fk" FOREIGN KEY ("card_id") REFERENCES "public"."card"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "tag_library_id_parent_id_index" ON "tag" USING btree ("library_id","parent_id");--> statement-breakpoint
CREATE INDEX "favourites_list_library_id_owner_id_index" ON "favourites_list" USING btree ("library_id","owner_id");--> statement-breakpoint
CREATE INDEX "rating_card_id_index" ON "rating" USING btree ("card_id");--> statement-breakpoint
CREATE INDEX "hiding_library_id_owner_id_index" ON "hiding" USING btree ("library_id","owner_id");--> statement-breakpoint
CREATE INDEX "hiding_card_id_index" ON "hiding" USING btree ("card_id");--> statement-breakpoint
ALTER TABLE "favourite" ADD CONSTRAINT "favourite_list_id_favourites_list_id_fk" FOREIGN KEY ("list_id") REFERENCES "public"."favourites_list"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "card_tags" ON "card" USING gin ("tag_ids");--> statement-breakpoint
CREATE INDEX "card_also_in" ON "card" USING gin ("also_in");--> statement-breakpoint
CREATE INDEX "favourite_library_id_owner_id_index" ON "favourite" USING btree ("library_id","owner_id");--> statement-breakpoint
ALTER TABLE "favourite" ADD CONSTRAINT "favourite_once" UNIQUE("list_id","card_id");