# frozen_string_literal: true

module Gallop
  module Feedback
    # Which wire of the device goes to which terminal of the drive, by kind of device and signal. Levels as in TIA-422
    # (differential) and as the transistor-transistor logic has them.
    module Wiring
      DIFFERENTIAL = "TIA-422, two wires"
      SINGLE = "Below 0.8 V, above 2 V"
      SINE = "1 V peak to peak"
      RESOLVER = "Winding"
      SERIAL = "TIA-485, two wires"
      HALL = "Open collector, pulled up by the drive"
      PULSE = "Below 0.8 V, above 2 V"

      # signals of a kind of device, in pairs where they are twisted: [[name, …], level]
      SIGNALS = {
        "halls" => [[%w[U V W], HALL]],
        "absolute" => [[%w[Data+ Data− Clock+ Clock−], SERIAL]],
        "multiturn" => [[%w[Data+ Data− Clock+ Clock−], SERIAL]],
        "sine" => [[%w[Sin+ Sin− Cos+ Cos−], SINE]],
        "resolver" => [[%w[Ref+ Ref− Sin+ Sin− Cos+ Cos−], RESOLVER]],
        "pulse_width" => [[%w[Pulse], PULSE]]
      }.freeze
      CHANNELS = %w[A B].freeze

      private

      def wiring_list
        return if kind.nil? || device == "none" || !taken.include?(device)
        rows = signals.flat_map { |names, level| names.map { |name| [name, terminal(name), level, twisted(name)] } }
        Table.new(
          id: "wiring",
          title: "Wiring list",
          columns: ["Signal", "Terminal", "Level", ""],
          rows: rows + supply_rows,
          note: free_note
        )
      end

      def signals
        return SIGNALS.fetch(device) unless kind.counts == :lines && device != "sine"
        [
          [
            CHANNELS.flat_map { |name| lines_of(name) } + (as_typed("index") == "yes" ? lines_of("Z") : []),
            single? ? SINGLE : DIFFERENTIAL
          ],
          *(device == "incremental_halls" ? SIGNALS["halls"] : [])
        ]
      end

      def single? = as_typed("signal") == "single_ended"
      def lines_of(name) = single? ? ["#{name}+"] : ["#{name}+", "#{name}−"]

      # Terminals of the drive's feedback connector. @return [String]
      def terminal(signal) = profile.feedback_terminals.fetch(signal, "–")

      def twisted(name)
        return "" unless name.end_with?("+", "−") && !single?
        "twisted with #{name.end_with?("+") ? "#{name.chomp("+")}−" : "#{name.chomp("−")}+"}"
      end

      def supply_rows
        shield = ["Shield", terminal("Shield"), "", "flat on the drive's side; at the device on its housing"]
        return [shield] if device == "resolver"
        volts = given("supply")
        outside = volts && profile["feedback.supply"] && supply_choice.nil?
        [
          [
            "Supply",
            outside ? "from outside" : terminal("Supply"),
            volts ? show(volts, "V", volts == volts.round ? 0 : 1) : "by its data sheet",
            single? ? "" : "twisted with 0 V"
          ],
          ["0 V", terminal("0 V"), "", outside ? "joined with that of the outside supply" : ""],
          shield
        ]
      end

      # What this device leaves free.
      def free_note
        used = signals.flat_map(&:first)
        free =
          profile.feedback_terminals.except("Supply", "0 V", "Shield", *used).values.uniq -
            profile.feedback_terminals.values_at(*used)
        free.any? ? "#{free.join(", ")} stay#{"s" if free.one?} free." : nil
      end
    end
  end
end
