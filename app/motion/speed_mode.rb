# frozen_string_literal: true

module Motion
  # By speed: profile velocity, or the velocity mode of a frequency drive.
  class SpeedMode < Mode
    def kind = "speed"
    def code = @profile.speed_command.fetch("mode")
    def target(wire, speed) = write(wire, @profile.speed_command.fetch("target"), speed)
    def halt(wire) = target(wire, 0.0)
    def clear(wire) = target(wire, 0.0)
  end
end
