CREATE TABLE "use_day" (
	"library_id" uuid NOT NULL,
	"member_id" text NOT NULL,
	"day" date NOT NULL,
	"uses" integer NOT NULL,
	"counted" integer NOT NULL,
	"keys" integer NOT NULL,
	"browsing" integer NOT NULL,
	CONSTRAINT "use_day_library_id_day_member_id_pk" PRIMARY KEY("library_id","day","member_id")
);
--> statement-breakpoint
ALTER TABLE "use_day" ADD CONSTRAINT "use_day_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "use_day" ADD CONSTRAINT "use_day_member_id_account_user_id_fk" FOREIGN KEY ("member_id") REFERENCES "public"."account_user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "habit_lately" ON "habit" USING btree ("library_id","last_at");