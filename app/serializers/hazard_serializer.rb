# frozen_string_literal: true

# A value that needs an explicit yes of its own, and why: an entry and what it shall be.
class HazardSerializer < ApplicationSerializer
  field(:key, "string") { |(entry, _)| entry.key }
  field(:name, "string") { |(entry, _)| entry.name }
  field(:value, "string") { |(entry, raw)| entry.show(raw) }
  field(:text, "string") { |(entry, _)| entry.hazard }
end
