# frozen_string_literal: true

module Gallop
  module Motors
    # The power stage itself, where a drive comes with bare transistors: a wrong dead time or gate polarity destroys
    # it at the first enable.
    #
    # needed: turn-off time and difference of the drivers, with half as much again; ΔU = t_d f_s U_bus; ΔI = U_bus/(4
    # L f_s) between two lines at half duty
    # (e.g. Mohan, Undeland, Robbins: Power Electronics, ch. 8).
    module BareStage
      ROOM = 1.5
      DISTORTS = 0.02 # of the bus, from which the voltage lost to the dead time is felt at low speed
      RIPPLE = 0.25 # of the rated current

      FORM = Facts::Form.load("motors/bare_stage")
      FIELDS = FORM[:power_stage]

      CONSEQUENCES = %i[dead_time_needed dead_time_costs current_ripple].freeze
      RULES = %i[stage_not_described dead_time_too_short dead_time_distorts ripples_much].freeze
      PROPOSALS = %i[propose_gate_level propose_dead_time propose_stage_switching].freeze

      # @return [Array<Facts::Field>] that this drive makes sense of
      def self.fields(profile) = profile["stage.dead_time"] ? FIELDS : []

      private

      def shortest_dead_time = given("turn_off") && given("turn_off") + given("driver_difference").to_f
      def safe_dead_time = shortest_dead_time && shortest_dead_time * ROOM
      def factory_figure(key) = profile.fetch(key).then { |entry| entry.to_si(entry.figure(entry.default_raw)) }
      def dead_time = given("dead_time") || [factory_figure("stage.dead_time"), safe_dead_time.to_f].max
      def stage_rate = given("stage_switching") || factory_figure("stage.switching_frequency")
      def described? = sheet.asks?("dead_time")
      def lost_share = dead_time * stage_rate
      def ripple_of_current =
        described? && given("line_inductance") ? bus_voltage / (4 * given("line_inductance") * stage_rate) : nil

      def dead_time_needed
        safe_dead_time &&
          consequence(
            "dead_time_needed",
            "Dead time that is safe",
            safe_dead_time * 1e9,
            "ns",
            0,
            "#{ROOM} times the #{show(shortest_dead_time * 1e9, "ns", 0)} that transistors and drivers need; the " \
              "drive comes with #{show(factory_figure("stage.dead_time") * 1e9, "ns", 0)}."
          )
      end

      def dead_time_costs
        described? &&
          consequence(
            "dead_time_costs",
            "Voltage lost to the dead time",
            lost_share * bus_voltage,
            "V",
            2,
            "#{show(lost_share * 100, "%", 1)} of the bus, at #{show(stage_rate / 1e3, "kHz", 0)}; near standstill " \
              "the current stops there."
          ) || nil
      end

      def current_ripple
        ripple_of_current &&
          consequence(
            "current_ripple",
            "Ripple of the current, at most",
            ripple_of_current,
            "A",
            2,
            "Peak to peak, by the switching at #{show(stage_rate / 1e3, "kHz", 0)}. It heats and is heard; twice " \
              "the frequency halves it."
          )
      end

      def stage_not_described
        missing = %w[gate_level turn_off].select { |key| described? && sheet[key].nil? }
        return if missing.empty?
        caution(
          "stage_not_described",
          "Nobody has said how the power stage switches",
          because:
            "With the wrong level, or less dead time than the transistors need, both of a leg conduct at once, and " \
              "the stage is destroyed at the first enable.",
          so: "Give the level and the time from the data sheets of drivers and transistors.",
          facts: missing,
          values: %w[stage.gate_polarity stage.dead_time]
        )
      end

      def dead_time_too_short
        return unless safe_dead_time && given("dead_time") && given("dead_time") < safe_dead_time * 0.9999
        destroys = given("dead_time") < shortest_dead_time
        finding(
          destroys ? :blocker : :caution,
          "dead_time_too_short",
          "#{show(given("dead_time") * 1e9, "ns", 0)} of dead time; the transistors need " \
            "#{show(shortest_dead_time * 1e9, "ns", 0)}",
          because:
            (
              if destroys
                "Both transistors of a leg conduct at once: the stage is destroyed at the first enable."
              else
                "Warm, or with a slow driver, both of a leg conduct at once."
              end
            ),
          so: "#{show(safe_dead_time * 1e9, "ns", 0)} or more.",
          facts: %w[dead_time turn_off driver_difference]
        )
      end

      def dead_time_distorts
        return unless described? && lost_share > DISTORTS
        note(
          "dead_time_distorts",
          "The dead time takes #{show(lost_share * 100, "%", 1)} of the bus",
          because: "The current is distorted around zero, and the motor turns roughly at low speed.",
          so: "A lower switching frequency, or quicker transistors.",
          facts: %w[dead_time stage_switching]
        )
      end

      def ripples_much
        current = given("rated_current")
        return unless ripple_of_current && current && ripple_of_current > RIPPLE * current
        caution(
          "ripples_much",
          "The current ripples by #{show(ripple_of_current, "A")}, #{percent(ripple_of_current / current)} of the " \
            "rated current",
          because:
            "A winding of so little inductance follows each switching: it is heated, and the current sensors see it.",
          so: "A higher switching frequency, or chokes in the motor wires.",
          facts: %w[stage_switching line_inductance]
        )
      end

      def propose_gate_level =
        described? && sheet["gate_level"] &&
          propose(
            "stage.gate_polarity",
            FORM.field("gate_level").choices.keys.index(sheet["gate_level"]),
            "as given",
            facts: %w[gate_level]
          ) || nil
      def propose_stage_switching =
        given("stage_switching") &&
          propose("stage.switching_frequency", given("stage_switching") / 1e3, "as given", facts: %w[stage_switching])

      def propose_dead_time
        return unless described?
        if given("dead_time")
          return propose("stage.dead_time", (given("dead_time") * 1e9).round, "as given", facts: %w[dead_time])
        end
        if safe_dead_time && safe_dead_time > factory_figure("stage.dead_time")
          propose(
            "stage.dead_time",
            (safe_dead_time * 1e9).ceil,
            "what is safe for these transistors",
            facts: %w[turn_off driver_difference]
          )
        end
      end
    end
  end
end
