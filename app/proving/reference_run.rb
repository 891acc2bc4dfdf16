# frozen_string_literal: true

module Proving
  # The drive finds its home point, twice, by the method that it has: what machines count from after each start.
  class ReferenceRun < Identification
    LOOKS = 3.0 # s beside both searches

    INPUTS = (1..6).flat_map { |n| %w[function polarity debounce].map { |what| "terminals.input_#{n}_#{what}" } }.freeze
    private_constant :INPUTS

    motion Motion::Mode::HOMING
    rests_on values:
               Homing::SETTINGS + INPUTS +
                 %w[feedback.kind feedback.counts_per_turn feedback.direction limits.polarity limits.direction],
             facts: {
               "mechanics" => %w[mechanism gear_motor gear_output]
             }

    def needs(of: nil) = super + [method_need]

    def eyes
      return [] unless setup.method&.moves?
      [
        Eye.new(id: "nobody", sentence: "Nobody is near the machine, and nothing lies in its way"),
        Eye.new(id: "switches", sentence: "The switches were seen to reach their inputs, each at its end"),
        Eye.new(id: "stops", sentence: "There is room behind each switch to come to rest")
      ] + align_eye
    end

    def announcement
      return stays unless setup.method&.moves?
      Announcement.new(
        moves: "The #{thing} searches at up to #{speed(setup.search_speed)}, along the travel if it has to, twice.",
        lasts: 2 * setup.timeout + LOOKS,
        sentence: "#{as_it_is}: #{setup.method.words.downcase_first}. Escape ends it at once."
      )
    end

    private

    def stays
      Announcement.new(
        moves: nil,
        lasts: LOOKS,
        sentence: "#{as_it_is}: the motor is enabled, and stays; the place where it stands becomes the home point."
      )
    end

    # Whatever is in the draft.
    def as_it_is = "By method #{setup.method.number}, as the drive has it"

    def homing = @homing ||= Homing.new(drive)
    def setup = homing.live_setup
    def thing = drive.profile.slides? ? "moving part" : "shaft"
    def speed(figure) = setup.shaft.text(:fine_speed, figure)

    # By what the drive has, not by the draft.
    def method_need
      blockers = homing.live_findings.select(&:blocker?)
      Needs.need(
        "homing",
        "Home point can be looked for",
        blockers.empty?,
        "method #{setup.method.number}",
        blockers.map { |finding| finding.headline.downcase_first }.join("; "),
        blockers.first&.so
      )
    end

    # @return [Gallop::Homing::Trial]
    def procedure(instrument) = Gallop::Homing::Trial.new(instrument, setup)
  end
end
