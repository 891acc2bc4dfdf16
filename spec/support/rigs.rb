# frozen_string_literal: true

require "tempfile"
require "yaml"

# Racks that differ from the quick one in something.
module Rigs
  module_function

  SALTGRASS = Rails.root.join("paddock/rigs/saltgrass.yml").to_s

  # The same file for the same name, so that examples share a rack.
  # @yieldparam drives [Array<Hash>] to be changed @return [String] path of the rig
  def changed(rig, name)
    file =
      (@files ||= {})[name] ||= Tempfile
        .new(%w[rig .yml])
        .tap do |fresh|
          data = YAML.safe_load_file(rig)
          yield data["drives"]
          fresh.write(YAML.dump(data))
          fresh.close
        end
    file.path
  end

  def quick(name, &) = changed(PaddockProcess::QUICK_RIG, name, &)

  # One machine of the print line by itself: the others' physics would only take time from it.
  def alone(drive)
    changed(SALTGRASS, "alone: #{drive}") { |drives| drives.select! { |machine| machine["name"] == drive } }
  end

  # The Carriage as it came from the works, with the firmware of that time.
  def old_firmware = quick(:old_firmware) { |drives| drives.first["firmware"] = "1.0.0" }

  # The Carriage between switches and stops: 24 turns, the home switch beside the low end.
  def with_ends =
    quick(:with_ends) do |drives|
      drives.first["ends"] = {
        "stop_low" => -90.0,
        "stop_high" => 90.0,
        "switches" => [
          { "input" => 4, "to" => -60.0 },
          { "input" => 5, "to" => -75.0, "opening" => true },
          { "input" => 6, "from" => 75.0, "opening" => true }
        ]
      }
    end

  # The Carriage with a belt between motor and load.
  def two_masses =
    quick(:two_masses) do |drives|
      drives.first["mechanics"].merge!(
        "inertia" => 0.7e-4,
        "load_inertia" => 1.4e-4,
        "stiffness" => 60.0,
        "damping" => 0.02
      )
    end

  # The Carriage with a belt so soft that the load swings at 13.5 Hz after each move.
  def soft_belt =
    quick(:soft_belt) do |drives|
      drives.first["mechanics"].merge!(
        "inertia" => 0.7e-4,
        "load_inertia" => 1.4e-4,
        "stiffness" => 1.0,
        "damping" => 4.2e-4,
        "coulomb" => 0.004,
        "breakaway" => 0.005
      )
    end

  # A spare drive like the Carriage's, on the last port.
  def with_spare =
    quick(:spare) do |drives|
      drives << Marshal.load(Marshal.dump(drives.first)).merge("name" => "Spare", "serial" => 20_999)
    end

  # @return [String] directory with the images of all families
  def firmware
    @firmware ||=
      Dir
        .mktmpdir("firmware")
        .tap { |directory| system(Rails.root.join("bin/paddock").to_s, "--write-firmware", directory, exception: true) }
  end
end
