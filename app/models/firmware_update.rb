# frozen_string_literal: true

# Replacing the program of a drive: checked before anything is erased, run in a thread of its own while the link is down, and compared
# afterwards with what the drive held. Cut short, it stands as interrupted and can be done again with the same file.
class FirmwareUpdate < ApplicationRecord
  STATES = %w[running done failed interrupted].freeze

  belongs_to :drive

  validates :state, inclusion: { in: STATES }

  scope :newest_first, -> { order(id: :desc) }

  class << self
    # @param bytes [String] of the file @return [FirmwareUpdate] under way
    # @raise [Gallop::Program::Unreadable, Gallop::Objects::Unacceptable]
    def begin(drive, file_name, bytes)
      image = Gallop::Program::Image.parse(bytes)
      written_down = transaction do
        check(drive, image)
        create!(drive: drive, file_name: File.basename(file_name).truncate(120), image: bytes, to_version: image.version, from_version: drive.identity["firmware"].to_s,
                before: drive.live_settings, author: Current.author.to_s)
      end
      written_down.tap(&:start)
    end

    def check(drive, image)
      objection = image.objection(drive.profile!, product: drive.profile.fetch("device.product").default_raw)
      raise Gallop::Objects::Unacceptable, objection if objection
      drive.refuse_while_enabled
      raise Motion::OutOfState, "Firmware is being written to #{drive.name} already." if drive.firmware_updates.exists?(state: "running")
    end

    # At the start of the server: what was running was cut short.
    def mark_interrupted
      where(state: "running").find_each { |update| update.interrupt("The server ended while firmware was being written.") }
    end
  end

  def start
    drive.log("firmware", "Firmware #{from_version} → #{to_version} begun", file_name)
    Link::Registry.close(drive)
    Thread.new { Rails.application.executor.wrap { run } }.name = "firmware #{drive.name}"
  end

  # @return [FirmwareUpdate] a new attempt with the same file
  def repeat = self.class.begin(drive, file_name, image)

  def conclude(state, message = "")
    update!(state: state, message: message, ended_at: Time.current)
    drive.log("firmware", "Firmware #{to_version}: #{state}", message)
    announce
  end

  def interrupt(reason) = conclude("interrupted", "#{reason} #{aftermath}")

  private

  def run
    identity = Link::ProgramTransfer.new(drive.host, drive.port, Gallop::Program::Image.parse(image), unit: drive.unit) { |step, share| advance(step, share) }.run
    drive.update!(identity: identity.as_json)
    compare
  rescue Link::ProgramTransfer::Failed, Link::Refused => e
    conclude("failed", e.message)
  rescue Link::Lost => e
    interrupt(e.message)
  rescue StandardError => e
    Rails.error.report(e, handled: false, context: { drive: drive.name })
    interrupt("The server stopped on an error of its own: #{e.message}.")
  ensure
    reconnect
  end

  # What state the drive is in after a cut.
  def aftermath
    return "Its program was not touched yet." if [ "", "loader" ].include?(step)
    "The drive waits in its loader, or comes back to it with power; write the image again."
  end

  def advance(step, share)
    update_columns(step: step, progress: share)
    announce
  end

  # The settings as the new program has them, against what the old one had.
  def compare
    modbus = Link::Modbus.open(drive.host, drive.port, unit: drive.unit)
    now = Link::Wire.new(modbus, drive.profile).read(drive.profile.settings)
    differing = now.keys.select { |key| before.key?(key) && before[key] != now[key] }
    gone = before.keys - now.keys
    update!(progress: 1.0, altered: differing.map { |key| { "key" => key, "before" => before[key], "after" => now[key] } })
    conclude("done", [ "#{now.size} settings read", differing.empty? ? "all as before" : "#{differing.size} are not as before", ("#{gone.size} are gone" if gone.any?),
                       ("#{(now.keys - before.keys).size} are new" if (now.keys - before.keys).any?) ].compact.join(", ") + ".")
  ensure
    modbus&.close
  end

  def reconnect
    drive.reload
    drive.connect if drive.link_wanted && !drive.firmware_updates.exists?(state: "running")
  end

  def announce = Link::Feed.changed(drive_id, "firmware", "link")
end
