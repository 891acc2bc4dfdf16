# frozen_string_literal: true

# A setting that was live only and fell back to what was stored when the drive restarted.
class LostValueSerializer < ApplicationSerializer
  field(:key, "string") { |row| row["key"] }
  field(:name, "string") { |row| params[:profile].fetch(row["key"]).name }
  field(:was, "string") { |row| params[:profile].fetch(row["key"]).show(row["was"]) }
  field(:now, "string") { |row| params[:profile].fetch(row["key"]).show(row["now"]) }
end
