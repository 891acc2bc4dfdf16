# frozen_string_literal: true

module Proving
  # Resistance, inductances, phases and current sensors, at standstill.
  class Winding < Identification
    motor_known false
    rests_on values: %w[motor.rated_current limits.current sensing.offset_u sensing.offset_v sensing.assignment],
             facts: {
               "motor" => %w[type permitted_loss]
             }

    def announcement
      Announcement.new(
        moves: moves,
        lasts: brushed? ? 6.0 : 20.0,
        sentence:
          "#{"Direct current flows through the winding in several directions, then a tone: " unless brushed?}" \
            "#{tone} for 2 s is normal, a rattle is not."
      )
    end

    private

    def brushed? = drive.profile.motor_kind == :brushed
    def tone = brushed? ? "A hum of 640 Hz" : "a whistle of 1 kHz"

    # A brake stays closed; a rotor that is free goes where the field is.
    def moves
      case drive.profile.motor_kind
      when :brushed, :induction
        "The shaft stands; it may tremble."
      when :linear
        "A brake stays closed. A moving part that is free goes to and fro by up to #{one_turn}, once."
      else
        "A brake stays closed. A shaft that is free turns by up to #{one_turn}, once."
      end
    end

    def one_turn = Way.of(drive, 1)

    def procedure(instrument) = Gallop::Identify::Winding.new(instrument, heat: heat)

    # As far as the sheet of the motor has both.
    def heat
      motor = StageFacts.machine(drive).stage("motor")
      loss, current = %w[permitted_loss rated_current].map { |key| motor.known(key) }
      loss && current && Gallop::Identify::Winding::Heat.new(loss: loss, rated_current: current)
    end
  end
end
