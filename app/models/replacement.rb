# frozen_string_literal: true

# Another device in the place of a broken one: the project's drive with all its facts, drafts, proofs and settings
# goes on with it.
class Replacement
  attr_reader :drive, :identity

  # Looks who answers there. @raise [Wire::Lost, Gallop::Objects::Unacceptable]
  def initialize(drive, host, port, unit = 1)
    @drive = drive
    @place = { host: host, port: port, unit: unit }
    modbus = Wire::Modbus.open(host, port, unit: unit)
    @identity = Wire::Identity.read(modbus)
    if identity.loader
      raise Gallop::Objects::Unacceptable, "That drive waits in its loader for firmware; give it a program first."
    end
    @values = Wire::Device.new(modbus, identity.profile).read(identity.profile.settings)
  ensure
    modbus&.close
  end

  # @return [Array<Hash>] what is the same and what is not: name, before, after, severity (fine, caution, blocker)
  def points
    was = drive.identity
    [
      point("Family", was["family_name"], identity.family_name, "blocker"),
      point("Model", was["model"], identity.model, "caution"),
      point("Firmware", was["firmware"], identity.firmware, "caution"),
      point("Serial number", was["serial"], identity.serial, "fine")
    ]
  end

  def possible? = points.none? { |point| point[:severity] == "blocker" }

  # @return [Array<Hash>] settings that will be carried over: entry, project's raw, the new drive's raw
  def differences
    profile = identity.profile
    drive.drafted_values.filter_map do |key, raw|
      entry = profile[key]
      { entry: entry, project: raw, drive: @values[key] } if entry && @values.key?(key) && @values[key] != raw
    end
  end

  # Settings of the project that the new drive does not have.
  def missing = drive.drafted_values.keys.reject { |key| identity.profile[key] }

  # The drive goes on with the new device; what differs is drafted, to be written after a look at it.
  def carry_out
    unless possible?
      raise Gallop::Objects::Unacceptable,
            "A #{identity.family_name} cannot stand in for a " \
              "#{drive.identity["family_name"]}: facts and settings do not fit."
    end
    if identity.serial == drive.identity["serial"]
      raise Gallop::Objects::Unacceptable, "This is the same drive, serial #{identity.serial}."
    end
    Link::Registry.refuse_taken(*@place.values, besides: drive.id)
    drive.authority.permit!(:replace)
    Undertaking.errand(drive.id, "#{drive.name} is being replaced.") { go_on_with_new_device }
  end

  private

  def go_on_with_new_device
    Link::Registry.close(drive)
    drive.update!(**@place, link_wanted: true, first_enabled_at: nil)
    drive.power_checks.delete_all # its wires were off
    drive.log(
      "project",
      "Drive replaced",
      "serial #{drive.identity["serial"]} by #{identity.serial}, at #{@place[:host]}:#{@place[:port]}"
    )
    drive.connect
  end

  def point(name, before, after, severity) =
    { name: name, before: before.to_s, after: after.to_s, severity: before.to_s == after.to_s ? "fine" : severity }
end
