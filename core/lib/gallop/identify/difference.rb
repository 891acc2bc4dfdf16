# frozen_string_literal: true

module Gallop
  module Identify
    # Why a measured figure is not the one that was given: what is usual, and what is not.
    #
    #   Difference.new(entry, 1.55, 1.65).sentence   # => "6 % more: 5.6 m of copper of 1 mm² add as much, or …"
    class Difference
      COPPER = 0.0178 # Ω·mm²/m at 20 °C
      WARMTH = 0.00393 # of copper, for each K
      ALIKE = 0.02 # of a figure, that is no difference

      # Shares by which a measured figure may differ from what a sheet gives, and still be the same thing.
      USUAL = {
        "motor.phase_resistance" => -0.15..0.6,
        "motor.stator_resistance" => -0.2..0.6,
        "motor.phase_inductance" => -0.35..0.35,
        "motor.torque_constant" => -0.15..0.15,
        "motor.rotor_inertia" => -0.2..0.4
      }.freeze
      # What nobody takes unseen.
      DECIDES = %w[
        motor.pole_pairs
        feedback.counts_per_turn
        feedback.direction
        limits.polarity
        sensing.assignment
        output.control
      ].freeze

      # @param entry [Objects::Entry] @param given [Float, nil] @param measured [Float] in the unit of the entry
      def initialize(entry, given, measured)
        @entry = entry
        @given = given
        @measured = measured
      end

      # @return [Float, nil] of what was given
      def share = @given && @given != 0 ? (@measured - @given) / @given.abs.to_f : nil

      # Whether it may be taken without a second look.
      def plausible?
        return false if DECIDES.include?(@entry.key) && @measured != @given
        range = USUAL[@entry.key]
        range.nil? || share.nil? || range.cover?(share)
      end

      # Whether both are the same figure, as far as one can tell. @param uncertainty [Float]
      def alike?(uncertainty) = !@given.nil? && (same? || (@measured - @given).abs <= uncertainty)

      # @return [String]
      def sentence
        return "" if @given.nil?
        return "As it is set." if same?
        return "Nothing is set so far." if @given.zero? && !ZERO_IS_A_FIGURE.include?(@entry.key)
        send(KINDS.fetch(@entry.key, :plain))
      end

      ZERO_IS_A_FIGURE = %w[
        feedback.commutation_offset
        feedback.direction
        limits.polarity
        sensing.assignment
        current_loop.commutation
        output.control
      ].freeze

      KINDS = {
        "motor.phase_resistance" => :resistance,
        "motor.stator_resistance" => :resistance,
        "motor.phase_inductance" => :inductance,
        "motor.torque_constant" => :torque_constant,
        "motor.rotor_inertia" => :rotor_inertia,
        "speed_loop.load_inertia" => :load_inertia,
        "brake.release_time" => :brake,
        "brake.engage_time" => :brake,
        "feedback.commutation_offset" => :offset,
        "feedback.direction" => :direction,
        "limits.polarity" => :polarity,
        "sensing.assignment" => :assignment,
        "current_loop.commutation" => :commutation,
        "output.control" => :control_method
      }.freeze

      private

      def same? = share ? share.abs < ALIKE : @measured == @given

      def plain = "#{percent} than is set."

      def percent = Quantities.format((share.to_f * 100).abs, "%", 0) + (share.to_f.positive? ? " more" : " less")

      def resistance
        return "#{percent}: #{unusual}" unless plausible?
        return "#{percent}: figures of sheets are nominal, and a tenth apart from motor to motor." if share.negative?
        more = @measured - @given
        "#{percent}: #{Quantities.format(more / COPPER, "m", 0)} of cable of 1 mm² add as much, a winding that is " \
          "#{Quantities.format(share / WARMTH, "K", 0)} warmer too."
      end

      def inductance
        return "#{percent}: #{unusual}" unless plausible?
        "#{percent}: sheets give it without current, or between other terminals; iron under current has less."
      end

      def unusual = "that is no tolerance. Between two lines it is twice the figure of a phase; look at what was given."

      def torque_constant
        unless plausible?
          return "#{percent}: that is no tolerance. Look whether it is given for an ampere rms, and as torque."
        end
        "#{percent}: sheets allow a tenth, and warm magnets give less."
      end

      def rotor_inertia
        return "#{percent}: that is no tolerance. Look whether really nothing hangs on the shaft." unless plausible?
        "#{percent}: a coupling half or a brake on the shaft adds to it."
      end

      def brake = "#{percent}: sheets give the longest; cold grease and a low voltage add to it. Leave a margin."

      def load_inertia = "#{percent} than is set: that was worked out from dimensions, or never given."

      def offset = "A library or a sheet cannot know how the device sits on the shaft."
      def commutation
        return "The edges lie evenly: the field may go on between them, and the torque ripples less." if @measured == 1
        "The edges lie unevenly: what goes on from them would be wrong."
      end

      def control_method
        "With what was measured the field can be held: the whole torque from a turn of it a second on, and a speed " \
          "that no load changes. It drives this one motor alone; several at once, or another type, want the curve."
      end

      def assignment = "The channels show the currents otherwise than they flow."

      def polarity = "The machine wants the other way round."

      def direction = "The count goes against the field as it is."
    end
  end
end
