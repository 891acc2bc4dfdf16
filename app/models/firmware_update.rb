# frozen_string_literal: true

# Replacing the program of a drive: checked before anything is erased, run in a thread of its own while the link is
# down, and compared afterwards with what the drive held. Cut short, it stands as interrupted and can be done again
# with the same file.
class FirmwareUpdate < ApplicationRecord
  STATES = %w[running done failed interrupted].freeze
  CUT_SHORT = "The server ended while firmware was being written."
  LOGGED_AS = "firmware"
  TOPIC = "firmware"

  include Undertaking

  class << self
    # @param bytes [String] of the file @return [FirmwareUpdate] under way
    # @raise [Gallop::Program::Unreadable, Gallop::Objects::Unacceptable]
    def begin(drive, file_name, bytes)
      image = Gallop::Program::Image.parse(bytes)
      check(drive, image)
      begin_on(
        drive,
        file_name: File.basename(file_name).truncate(120),
        image: bytes,
        to_version: image.version,
        from_version: drive.identity["firmware"].to_s,
        before: drive.live_settings
      ).tap(&:start)
    end

    def check(drive, image)
      objection = image.objection(drive.profile!, product: drive.profile.fetch("device.product").default_raw)
      raise Gallop::Objects::Unacceptable, objection if objection
      drive.authority.permit!(:replace)
    end
  end

  def what_is_under_way = "Firmware is being written to #{drive.name}; its link comes back by itself."

  def start
    drive.log("firmware", "Firmware #{from_version} → #{to_version} begun", file_name)
    Link::Registry.close(drive)
    in_background { transfer }
  end

  # @return [FirmwareUpdate] a new attempt with the same file
  def repeat = self.class.begin(drive, file_name, image)

  def interrupt(reason) = conclude(INTERRUPTED, "#{reason} #{aftermath}")

  private

  def in_the_end
    super
  ensure
    reconnect
  end

  def transfer
    program = Gallop::Program::Image.parse(image)
    identity =
      Wire::ProgramTransfer
        .new(drive.host, drive.port, program, unit: drive.unit) { |step, share| advance(step, share) }
        .run
    drive.update!(identity: identity.as_json)
    compare
  rescue Wire::ProgramTransfer::Failed, Wire::Refused => e
    conclude("failed", e.message)
  end

  # What state the drive is in after a cut.
  def aftermath
    return "Its program was not touched yet." if ["", "loader"].include?(step)
    "The drive waits in its loader, or comes back to it with power; write the image again."
  end

  # The settings as the new program has them, against what the old one had.
  def compare
    modbus = Wire::Modbus.open(drive.host, drive.port, unit: drive.unit)
    now = Wire::Device.new(modbus, drive.profile).read(drive.profile.settings)
    differing = now.keys.select { |key| before.key?(key) && before[key] != now[key] }
    gone = before.keys - now.keys
    update!(
      progress: 1.0,
      altered: differing.map { |key| { "key" => key, "before" => before[key], "after" => now[key] } }
    )
    conclude("done", summary(now.size, differing.size, gone.size, (now.keys - before.keys).size))
  ensure
    modbus&.close
  end

  def summary(read, differing, gone, added)
    [
      "#{read} settings read",
      differing.zero? ? "all as before" : "#{differing} are not as before",
      ("#{gone} are gone" if gone.positive?),
      ("#{added} are new" if added.positive?)
    ].compact.join(", ") + "."
  end

  def reconnect
    drive.reload
    drive.connect if drive.link_wanted
  rescue ActiveRecord::RecordNotFound, ActiveRecord::StatementInvalid, Undertaking::Busy => e
    Rails.logger.warn("firmware of #{drive.name}: its link was not opened again: #{e.message.lines.first&.chomp}")
  end

  def headline_of(state) = "Firmware #{to_version}: #{state}"
  def announce = Link::Feed.changed(drive_id, "firmware", "link")
end
