# frozen_string_literal: true

# What a drive holds of each value: live, stored, draft, and what is to be noticed about it.
class Holdings
  Holding =
    Gallop::Record.define(
      :key,
      :live,
      :stored,
      :draft,
      :on,
      :from_factory,
      :unstored,
      :needs_restart,
      :hazard,
      :findings
    )

  def initialize(drive)
    @drive = drive
    @profile = drive.profile
    @live = live
    @stored = drive.stored_values
    @drafts = drive.drafts.index_by(&:key)
    @findings = Gallop::Consistency.new(@profile, drive.drafted_values).by_key
  end

  # @return [Array<Holding>]
  def all(entries = @profile.entries) = entries.map { |entry| holding(entry) }

  private

  # All that was read; of the live block the latest sample.
  def live
    sample = @drive.connection&.samples&.last
    @drive.live_values.merge(sample && @drive.online? ? sample.raw : {})
  end

  def holding(entry)
    key = entry.key
    raw = @live[key]
    draft = @drafts[key]
    Holding.new(
      key: key,
      live: shown(entry, raw),
      stored: shown(entry, @stored[key]),
      draft: draft && entry.show(draft.raw),
      on: names_on(entry, raw),
      from_factory: entry.setting? && !raw.nil? && raw != entry.default_raw,
      unstored: @stored.key?(key) && !raw.nil? && @stored[key] != raw,
      needs_restart: entry.effect == "after_restart" && waits?(entry, raw, draft),
      hazard: entry.setting? && entry.hazardous?(draft ? draft.raw : raw),
      findings: @findings.fetch(key, []).size
    )
  end

  def shown(entry, raw) = raw.nil? ? nil : entry.show(raw)
  def names_on(entry, raw) = entry.bits.any? && raw ? entry.bits.filter_map { |bit, name| name if raw[bit] == 1 } : nil

  # Drafted, or written since the drive started.
  def waits?(entry, raw, draft) = !draft.nil? || waiting[entry.key] == raw && !raw.nil?

  # What was written to entries that take effect after a restart, since the last one.
  def waiting
    @waiting ||=
      if Tray.new(@drive).waiting_for_restart.positive?
        WriteLine
          .joins(:write_batch)
          .where(write_batches: { drive_id: @drive.id, created_at: started_at.. }, state: %w[confirmed adjusted])
          .order(:id)
          .to_h { |line| [line.key, line.read_back] }
      else
        {}
      end
  end

  def started_at = Time.current - @drive.connection.samples.last.raw.fetch("device.uptime") / 1000.0
end
