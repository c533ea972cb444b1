# frozen_string_literal: true

# Logs are listed in the order they were taken in, whatever the clock said; beat_at is renewed every second while
# somebody reads one, so that one whose reader is gone can be told. The board's pages go by the time a job was last
# written to; `card` is what its card says, kept by the database itself, to be searched.
Sequel.migration do
  change do
    alter_table(:logs) do
      add_column :number, :bigserial, null: false
      add_column :beat_at, :timestamptz, null: false, default: Sequel.function(:now)
      add_index :number, unique: true
    end

    words = [
      "title",
      "closed_as",
      *%w[machine next waiting,text leading,0,name leading,1,name leading,2,name].map do |path|
        "summary #>> '{#{path}}'"
      end
    ]
    alter_table(:jobs) do
      add_column :card,
                 String,
                 generated_always_as: Sequel.lit(words.map { |word| "coalesce(#{word}, '')" }.join(" || ' ' || "))
      add_index %i[closed_as updated_at id], name: :jobs_by_page
    end
  end
end
