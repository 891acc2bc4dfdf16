# frozen_string_literal: true

class TrayLineSerializer < ApplicationSerializer
  field(:key, "string") { |line| line.entry.key }
  field(:name, "string") { |line| line.entry.name }
  field(:group, "string") { |line| line.entry.group }
  field(:draft, "string | null") { |line| line.draft.nil? ? nil : line.entry.show(line.draft) }
  field(:live, "string") { |line| line.entry.show(line.live) }
  field(:stored, "string") { |line| line.entry.show(line.stored) }
  field(:effect, "string") { |line| line.entry.effect }
  field(:hazard, "string | null") do |line|
    line.draft && line.entry.hazardous?(line.draft) && !line.entry.hazardous?(line.live) ? line.entry.hazard : nil
  end
  field(:reason, "string | null") { |line| line.reason.presence }
end
