# frozen_string_literal: true

module Gallop
  module Identify
    # What turning at several speeds says in words, and what it proposes.
    class SpinFindings
      include Findings
      include Told

      SURE_OF_INERTIA = 0.1 # of it, within which it is worth being proposed
      SURE_OF_FRICTION = 0.25
      MISPLACED = 12.0 # electrical degrees
      DRAGS = 0.3 # of the rated torque, that friction takes of no sound drive train
      ALONE = 0.35 # of the inertia of the load, below which none hangs there
      ROUGH_SPEED = 0.05 # of the speed
      ROUGH_CURRENT = 0.15 # of the rated current
      DEGREES = 180 / Math::PI

      # @param machine [SpinMachine] @param cycles [Array<Cycle>] @param emf [BackEmf] @param momentum [Momentum]
      # @param alone [Boolean] whether nothing but the motor turns
      def initialize(machine, cycles, emf, momentum, alone: false)
        @machine = machine
        @cycles = cycles
        @emf = emf
        @momentum = momentum
        @alone = alone
      end

      def headline
        return "#{findings.first.headline}." if findings.first&.blocker?
        constant = "#{told(:torque_constant, @emf.torque_constant)} rms, " if @emf.sure?
        "#{constant}#{word(:inertia)} #{told(:inertia, @momentum.inertia)} in all, " \
          "friction #{told(:torque, @momentum.coulomb)}."
      end

      def rows
        [
          [
            @machine.shaft.slides? ? "Force constant" : "Torque constant",
            "#{told(:torque_constant, @emf.torque_constant)} ± #{percent(@emf.uncertainty / @emf.flux)}"
          ],
          ["#{word(:inertia).capitalize} in all", measured(:inertia, :inertia)],
          ["Friction", measured(:coulomb, :torque)],
          ["More at #{top_text}", told(:torque, @momentum.viscous * top)],
          ["Load that stays", "#{told(:torque, @momentum.load)} ± #{told(:torque, @momentum.uncertainty(:load))}"],
          *field_row,
          *@cycles.map { |cycle| ripple_row(cycle) }
        ]
      end

      def findings = @findings ||= Finding.in_order([uncoupled, misplaced, drags, rough, unsure].compact)

      # @return [Array<Estimate>] of what is sure enough
      def estimates
        return [] if findings.any?(&:blocker?)
        (@alone ? [constant, rotor] : [constant, load_inertia, friction, gravity]).compact
      end

      private

      def word(thing) = @machine.shaft.word(thing)
      def top = @cycles.last.asked
      def top_text = @machine.shaft.text(:fine_speed, top)
      def told(kind, figure) = shown(*@machine.shaft.told(kind, figure).first(2))

      def measured(measure, kind)
        figure = @momentum.public_send(measure)
        "#{told(kind, figure)} ± #{percent(@momentum.uncertainty(measure) / [figure.abs, 1e-12].max)}"
      end

      def constant_uncertainty = @emf.torque_constant * @emf.uncertainty / @emf.flux

      def field_row
        return [] unless @emf.misplaced
        [["Field before the magnets", "#{Quantities.format(@emf.misplaced * DEGREES, "°", 1)} electrical"]]
      end

      def ripple_row(cycle)
        speed, current = ripples(cycle)
        [
          "Ripple at #{@machine.shaft.text(:fine_speed, cycle.asked)}",
          "speed #{percent(speed)}, current #{percent(current)}"
        ]
      end

      # Of the speed, and of the rated current: both directions, the larger.
      def ripples(cycle)
        [
          cycle.holds.map(&:speed_ripple).max / cycle.asked,
          cycle.holds.map(&:current_ripple).max / @machine.rated_current / Math.sqrt(@machine.brushed? ? 1 : 2)
        ]
      end

      def misplaced
        off = @emf.misplaced&.then { |angle| angle * DEGREES }
        return if off.nil? || off.abs < MISPLACED
        caution(
          "misplaced",
          "The field stands #{Quantities.format(off.abs, "°", 0)} #{off.positive? ? "before" : "behind"} the magnets",
          because:
            "#{percent(1 - Math.cos(off / DEGREES))} of the torque are lost, and the current heats all the same.",
          so: "Measure the commutation offset: Turn by the field.",
          values: %w[feedback.commutation_offset]
        )
      end

      def drags
        return if @momentum.coulomb < DRAGS * @machine.rated_torque
        caution(
          "drags",
          "Friction takes #{percent(@momentum.coulomb / @machine.rated_torque)} of the rated #{word(:torque)}",
          because: "Sound bearings and guides take less than a tenth. A brake that does not open drags so.",
          so: "Listen whether the brake clicks; look at its supply, at belts and guides."
        )
      end

      # A load that is known of, and is not there.
      def uncoupled
        load = @machine.load_inertia
        return if @alone || load < 0.5 * @machine.rotor_inertia || load.zero?
        found = @momentum.inertia - @machine.rotor_inertia
        return if found > ALONE * load || !sure?(:inertia, SURE_OF_INERTIA * 2)
        caution(
          "uncoupled",
          "The load is not there: #{told(:inertia, @momentum.inertia)} turn in all",
          because:
            "The drive has #{told(:inertia, load)} of load; the rotor alone has " \
              "#{told(:inertia, @machine.rotor_inertia)}.",
          so: "Look at coupling and belt, or take the measured figure if the motor is to run alone.",
          values: %w[speed_loop.load_inertia]
        )
      end

      def rough
        cycle = @cycles.last
        speed, current = ripples(cycle)
        return if speed < ROUGH_SPEED && current < ROUGH_CURRENT
        note(
          "rough",
          "It does not turn smoothly at #{top_text}",
          because: "Speed #{percent(speed)} rms, current #{percent(current)} of the rated current.",
          so: "Gains of the speed loop may be too high or too low for this #{word(:inertia)}; look at the trace."
        )
      end

      def unsure
        return if @emf.sure?
        note(
          "slow",
          "Too slow to be sure of the #{@machine.shaft.slides? ? "force" : "torque"} constant",
          because:
            "At #{top_text} the magnets give too little voltage against what the stage takes for itself. Friction, " \
              "#{word(:inertia)} and load are by the constant as it is set, and as right as that is.",
          so: "Take a higher gait, or give it more room, and repeat it."
        )
      end

      def sure?(measure, share) = @momentum.uncertainty(measure) < share * @momentum.public_send(measure).abs

      # @param scale [Float] from SI to the unit of the setting
      def estimate(key, kind, figure, off, scale: 1.0)
        real = ->(one) { @machine.shaft.real(kind, one) * scale }
        Estimate.new(key: key, figure: real.(figure), uncertainty: real.(off).abs)
      end

      def constant
        return unless @emf.sure?
        estimate("motor.torque_constant", :torque_constant, @emf.torque_constant, constant_uncertainty)
      end

      def rotor = of_inertia("motor.rotor_inertia", @momentum.inertia)

      # What is not the rotor's.
      def load_inertia = of_inertia("speed_loop.load_inertia", [@momentum.inertia - @machine.rotor_inertia, 0.0].max)

      # kg·cm² of a shaft, kg of a slide
      def of_inertia(key, figure)
        return unless sure?(:inertia, SURE_OF_INERTIA)
        scale = @machine.shaft.slides? ? 1.0 : 1e4
        estimate(key, :inertia, figure, @momentum.uncertainty(:inertia), scale: scale)
      end

      def friction
        return unless sure?(:coulomb, SURE_OF_FRICTION) && @momentum.coulomb.positive?
        estimate("mechanics.friction", :torque, @momentum.coulomb, @momentum.uncertainty(:coulomb))
      end

      def gravity
        return unless @momentum.load.abs > 2 * @momentum.uncertainty(:load)
        estimate("mechanics.gravity", :torque, @momentum.load, @momentum.uncertainty(:load))
      end
    end
  end
end
