# frozen_string_literal: true

# All that can be told about one value of one drive.
class ValueDetail
  attr_reader :drive, :entry

  def initialize(drive, entry)
    @drive = drive
    @entry = entry
  end

  def key = entry.key
  def history = ValueHistory.new(drive, key).steps
  def findings = Gallop::Consistency.new(drive.profile, drive.drafted_values).by_key.fetch(key, [])

  # What it is derived from or goes together with, either way.
  def related
    (
      (entry.derived_from + entry.related).filter_map { |other| drive.profile[other] } + drive.profile.users_of(entry)
    ).uniq
  end

  # @return [Array<Hash>] title and path
  def used_by
    stage = Gallop::Stages.owning(entry.group) or return []
    [{ title: stage.title, path: "/projects/#{drive.project_id}/drives/#{drive.id}/#{stage.id}" }]
  end

  # Where it travels: its registers, the stored mirror, the block of live figures, and words that are mapped to it.
  # @return [Array<String>]
  def travels
    [
      "Register#{"s" if entry.register_count > 1} #{registers(entry.register)}, function codes 3 and " \
        "4#{", 6 and 16 to write" if entry.writable?}",
      (
        if entry.setting? && !drive.profile.volatile?
          "Stored value at #{registers(entry.register + Gallop::Objects::Profile::STORED_OFFSET)}"
        end
      ),
      (
        if entry.live
          "Word #{entry.register - drive.profile.live.first.register + 1} of the block of live figures, polled 22 " \
            "times a second while Gallop is connected"
        end
      ),
      *mapped
    ].compact
  end

  private

  def registers(first) = entry.register_count == 1 ? first.to_s : "#{first} to #{first + entry.register_count - 1}"

  def mapped
    address = (entry.index << 16) | (entry.subindex << 8)
    drive.live_values.filter_map do |key, raw|
      if key.start_with?("process_data.") && raw.is_a?(Integer) && (raw & 0xFFFFFF00) == address && raw.positive?
        "Process data: #{drive.profile.fetch(key).name.downcase}"
      end
    end
  end
end
