# frozen_string_literal: true

module Gallop
  # The stages of a drive's course, in their order: the one place where they are named. Routes, course, finder, help
  # and the interface's types follow.
  module Stages
    # @!attribute groups [Array<String>] of values that are settled there
    # @!attribute words [String] by which it is found
    # @!attribute form [Proc, nil] profile, typed facts → FactStage subclass; nil for a stage that is a page of its own
    # @!attribute having [String, nil] value that a drive has to have for it
    Stage =
      Record.define(:id, :title, :groups, :words, :form, having: nil) do
        def facts? = !form.nil?
        def fits?(profile) = having.nil? || !profile[having].nil?
      end

    @all = [
      Stage.new(id: "connect", title: "Connect", groups: [], form: nil, words: "link address identity network online"),
      Stage.new(
        id: "motor",
        title: "Motor",
        groups: %w[motor second_motor],
        form: ->(profile, typed) { Motors.kind(profile, typed) },
        words: "nameplate facts data pole pairs"
      ),
      Stage.new(
        id: "feedback",
        title: "Feedback",
        groups: %w[feedback second_feedback],
        form: ->(profile, _) { Feedback.kind(profile) },
        words: "encoder hall resolver counts lines index direction"
      ),
      Stage.new(
        id: "mechanics",
        title: "Mechanics",
        groups: %w[mechanics],
        form: ->(profile, _) { Mechanics.kind(profile) },
        words: "gear screw belt load mass inertia travel units"
      ),
      Stage.new(
        id: "power",
        title: "Power",
        groups: %w[supply brake battery],
        form: ->(profile, _) { Power.kind(profile) },
        words: "mains battery bus resistor chopper brake energy stop cells"
      ),
      Stage.new(
        id: "limits",
        title: "Limits",
        groups: %w[limits ramps position],
        form: ->(profile, _) { Limits.kind(profile) },
        words: "speed ramp acceleration travel soft limit jerk following error skip frequency"
      ),
      Stage.new(
        id: "identify",
        title: "Identify",
        groups: %w[injection excitation sensing],
        form: nil,
        words: "measure identification resistance inductance commutation offset wiring test"
      ),
      Stage.new(
        id: "tune",
        title: "Tune",
        groups: %w[current_loop speed_loop position_loop filters output],
        form: nil,
        words: "gain loop bode margin notch bandwidth overshoot settling error resonance boost slip quiet"
      ),
      Stage.new(
        id: "terminals",
        title: "Terminals",
        groups: %w[terminals references presets pulse process],
        form: nil,
        words:
          "input output wire contact start stop two-wire three-wire preset reference potentiometer relay limit switch"
      ),
      Stage.new(
        id: "motion",
        title: "Motion",
        groups: %w[homing],
        form: nil,
        having: "homing.method",
        words: "home homing reference run switch index zero datum"
      ),
      Stage.new(
        id: "verify",
        title: "Verify",
        groups: %w[control envelope],
        form: nil,
        words: "turn run jog start direction enable gait"
      )
    ].freeze

    class << self
      # @return [Array<Stage>]
      attr_reader :all

      # Those that rest on facts.
      def of_facts = all.select(&:facts?)

      # @param among [Array<Stage>] @raise [ArgumentError]
      def fetch(id, among = all)
        among.find { |stage| stage.id == id } ||
          raise(ArgumentError, "there is no stage “#{id}”; known are #{among.map(&:id).join(", ")}")
      end

      # @return [Stage, nil] where a group of values is settled
      def owning(group) = all.find { |stage| stage.groups.include?(group) }

      # With another one before the last, as long as the block runs.
      def with(stage)
        before = @all
        @all = [*before[..-2], stage, before.last].freeze
        yield
      ensure
        @all = before
      end
    end
  end
end
