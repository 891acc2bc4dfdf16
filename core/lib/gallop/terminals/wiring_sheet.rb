# frozen_string_literal: true

module Gallop
  module Terminals
    # What is wired at the terminals of a drive, row by row, to be taken to the machine.
    class WiringSheet
      COLUMNS = ["From", "Terminal", "To", "Potential", "Function", "Counts as on", "Remark"].freeze
      SIGNALS = {
        volts: "0 to 10 V against 0 V; 10 V out for a potentiometer",
        both_ways: "−10 to 10 V against 0 V",
        milliamps: "0 to 20 mA over 500 Ω to 0 V",
        live_zero: "4 to 20 mA over 500 Ω to 0 V"
      }.freeze

      # @param profile [Objects::Profile] @param values [Hash{String => Object}] raw by key
      # @param wires [Hash{String => String}] what is at the other end, by terminal as in "input_1"
      # @param findings [Hash{String => Array<String>}] headlines by terminal @param power [Array<Array<String>>] wires
      # of the power side, as BeforePower has them
      def initialize(profile, values, wires:, findings: {}, power: [])
        @profile = profile
        @values = values
        @wires = wires
        @findings = findings
        @power = power
        @setup = Setup.new(profile, values)
      end

      # @return [Table]
      def table
        Table.new(
          id: "wiring_sheet",
          title: "Wiring sheet",
          columns: COLUMNS,
          rows: [*power_side, *torque_off, *inputs, *analogs, *outputs],
          note: "Inputs are sinking: a contact brings 24 V to its terminal. Torque-off belongs to the safety circuit."
        )
      end

      private

      def power_side = @power.map { |wire| [*wire, "", ""] }

      def torque_off
        %w[A B].map do |channel|
          ["Safety circuit", "Torque-off #{channel}", "24 V out", "24 V", "Torque-off", "open", ""]
        end
      end

      def inputs
        @setup.inputs.each_with_index.map do |input, n|
          row("input", n + 1, "24 V out, over the contact", "24 V", shown("input", n + 1), on(input))
        end
      end

      def analogs
        @setup.analogs.map do |analog|
          row("analog", analog.number, "its source and 0 V", SIGNALS.fetch(analog.kind), role(analog), "")
        end
      end

      def outputs
        @setup.outputs.map do |output|
          job = shown("output", output.number)
          row("output", output.number, "24 V out or what it switches", "free of potential", job, on(output))
        end
      end

      def on(terminal) = terminal.reversed ? "open" : "closed"

      def row(kind, number, to, potential, function, counts)
        id = "#{kind}_#{number}"
        remark = @findings.fetch(id, []).join("; ")
        [@wires[id].to_s, Words.name(number, kind), to, potential, function, counts, remark]
      end

      def role(analog)
        jobs = []
        jobs << "Speed" if @setup.sources.include?(:"analog_#{analog.number}")
        jobs << shown("analog", analog.number) unless analog.function == :none
        jobs.empty? ? "None" : jobs.join(", ")
      end

      def shown(kind, number)
        entry = @profile.fetch("terminals.#{kind}_#{number}_function")
        entry.choices.fetch(@values.fetch(entry.key) { entry.default_raw })
      end
    end
  end
end
