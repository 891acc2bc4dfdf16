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

  # Takes many at once, all or none. @param values [Hash{String => Object}] raw by key
  # @return [Integer] how many of them differ from what the drive holds
  # @raise [Gallop::Objects::Unacceptable]
  def draft_all(values, reason: "")
    values.each { |key, raw| setting(key).check(raw) }
    same, differing = values.partition { |key, raw| live_values[key] == raw }.map(&:to_h)
    now = Time.current
    transaction do
      drafts.where(key: same.keys).delete_all
      rows =
        differing.map do |key, raw|
          { drive_id: id, key: key, raw: raw, reason: reason, created_at: now, updated_at: now }
        end
      Draft.upsert_all(rows, unique_by: %i[drive_id key]) if rows.any?
    end
    drafts.reset
    Link::Feed.changed(id, "tray", "values")
    differing.size
  end

  # What the drive would hold once the draft is written; without a drive, what it would hold from the works.
  # @return [Hash{String => Object}] raw by key
  def drafted_values
    profile.factory.merge(live_settings, drafts.to_h { |draft| [draft.key, draft.raw] }).slice(*profile.factory.keys)
  end

  # @return [Gallop::Objects::Entry] @raise [Gallop::Objects::Unacceptable] when it is none that can be set
  def setting(key)
    entry = profile![key] or
      raise Gallop::Objects::Unacceptable,
            "#{profile.title} #{profile.version} has no value “#{key.to_s.truncate(60)}”."
    return entry if entry.setting?
    why = entry.derived ? "It follows by itself: #{entry.derived}." : "It cannot be set."
    raise Gallop::Objects::Unacceptable, "#{entry.name}: #{why}"
  end

  # Whether a value of another drive can stand here. @param raw [Object]
  def holds?(key, raw)
    setting(key).check(raw)
    true
  rescue Gallop::Objects::Unacceptable
    false
  end

  # Drafts that the drive already holds, by whatever way, are done with.
  def settle_drafts
    values = live_values
    drafts.select { |draft| values.key?(draft.key) && values[draft.key] == draft.raw }.each(&:destroy!)
  end
end
