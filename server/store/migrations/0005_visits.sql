CREATE TABLE "visits" (
	"board_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"day" date NOT NULL,
	CONSTRAINT "visits_board_id_person_id_day_pk" PRIMARY KEY("board_id","person_id","day")
);
--> statement-breakpoint
ALTER TABLE "visits" ADD CONSTRAINT "visits_board_id_boards_id_fk" FOREIGN KEY ("board_id") REFERENCES "public"."boards"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visits" ADD CONSTRAINT "visits_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;