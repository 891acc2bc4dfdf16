# frozen_string_literal: true

# The draft of a drive: settings that differ, or shall differ, from what the drive holds.
module Drafted
  # Takes a value into the draft; one that the drive has already is no draft.
  # @raise [Gallop::Objects::Unacceptable]
  def draft(key, raw, reason: "")
    entry = setting(key)
    entry.check(raw)
    return drafts.where(key: key).delete_all if live_values[key] == raw
    drafts.find_or_initialize_by(key: key).update!(raw: raw, reason: reason)
  end

  # @return [Gallop::Objects::Entry] @raise [Gallop::Objects::Unacceptable] when it is none that can be set
  def setting(key)
    raise Gallop::Objects::Unacceptable, "Connect #{name} once, so that its family is known." if profile.nil?
    entry = profile[key] or raise Gallop::Objects::Unacceptable, "#{profile.title} has no value “#{key}”."
    entry.setting? ? entry : raise(Gallop::Objects::Unacceptable, "#{entry.name} cannot be set.")
  end

  # Drafts that the drive already holds, by whatever way, are done with.
  def settle_drafts
    values = live_values
    drafts.select { |draft| values.key?(draft.key) && values[draft.key] == draft.raw }.each(&:destroy!)
  end
end
