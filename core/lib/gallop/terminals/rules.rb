# frozen_string_literal: true

module Gallop
  module Terminals
    # What stands against what at the terminals of a drive.
    #
    #   Rules.new(profile, values, wires: { 3 => "photo eye 2" }).findings
    class Rules
      include Findings
      include TeamRules
      include MoveRules

      # @param profile [Objects::Profile] @param values [Hash{String => Object}] raw by key
      # @param wires [Hash{Integer => String}] what is at the other end of the wire of an input, as far as it was named
      # @param sources [Hash{Integer => String}] the same of the analog inputs
      # @param starts [Array<Starts::Start>, nil] where they are known already: to find them takes some ten milliseconds
      def initialize(profile, values, wires: {}, sources: {}, starts: nil)
        @profile = profile
        @values = values
        @wires = wires
        @sources = sources
        @setup = Setup.new(profile, values)
        @starts = starts || Starts.new(@setup).all
      end

      ALL = %i[
        starts_by_itself
        nothing_starts
        nothing_stops
        starts_nothing
        keeps_turning
        limit_by_closing
        torque_off_comes
        wire_unwatched
        signal_twice
        source_without_inputs
        presets_beyond
        references_alike
        process_unmeasured
        process_sleeps
        signals_swapped
        debounced_too_long
        function_lacking
        output_never
        output_chatters
        one_wire_twice
        wired_for_nothing
        moves_untriggered
        moves_unheard
        moves_endless
        moves_beyond
        team_without_place
        team_not_followed
        team_too_small
        team_deaf_pulse
      ].freeze

      # @return [Array<Finding>] blockers before cautions before notes
      def findings = Finding.in_order(ALL.flat_map { |rule| [send(rule)].flatten(1).compact })

      private

      def starts_by_itself
        starts = @starts.reject(&:contact)
        return if starts.empty?
        caution(
          "starts_by_itself",
          "The motor starts by itself when power returns or a fault is reset",
          because: Words.new(@profile, @setup).of(starts.first),
          so: "Let a start take an edge, so that it has to be given anew.",
          values: %w[terminals.start_by network.command_source]
        )
      end

      def nothing_starts
        return if !@setup.by_contacts? || STARTING.any? { |function| @setup.assigned?(function) }
        blocker(
          "nothing_starts",
          "Terminals command the drive, and none of them starts it",
          because: "No input has a start or a jog for its function.",
          so: "Give one to an input, or let the network command.",
          values: %w[network.command_source]
        )
      end

      STOPPING = %i[stop enable quick_stop].freeze
      private_constant :STOPPING

      def nothing_stops
        return unless @setup.by_contacts? && @setup.three_wires?
        return if STOPPING.any? { |function| @setup.assigned?(function) }
        blocker(
          "nothing_stops",
          "A push starts the motor, and no contact stops it",
          because: "With three wires it runs until a stop, an enable or a quick stop says otherwise.",
          so: "Give the stop to an input that its contact opens, or take two wires.",
          values: %w[terminals.start_kind]
        )
      end

      def starts_nothing
        return if @setup.by_contacts?
        idle = numbers { |input| STARTING.include?(input.function) }
        return if idle.empty?
        note(
          "starts_nothing",
          "#{named(idle)} #{idle.size > 1 ? "are" : "is"} to start the motor, and the network commands it",
          because: "Starts by contacts count once terminals are the command source.",
          so: "Choose terminals as the command source, or leave the inputs to the controller.",
          values: ["network.command_source", *keys(idle, "function")]
        )
      end

      # A frequency drive that was started turns at its lowest speed whatever is asked for.
      def keeps_turning
        lowest = @setup.figure("limits.lowest_speed")
        return unless lowest.positive? && @setup.leads?
        caution(
          "keeps_turning",
          "At a reference of zero the motor keeps #{speed(lowest)} until it is stopped",
          because: "A lowest speed holds as long as a start is given.",
          so: "Say so at the machine, or set the lowest speed to zero.",
          values: %w[limits.lowest_speed]
        )
      end

      def limit_by_closing
        open = numbers { |input| %i[limit_low limit_high].include?(input.function) && !input.reversed }
        return if open.empty?
        caution(
          "limit_by_closing",
          "#{named(open)}: a limit switch that closes at the end of the travel",
          because: "A broken wire or a switch that was never connected reads like a free travel.",
          so: "Wire an opening contact, and let it count as on when it is open.",
          values: keys(open, "polarity")
        )
      end

      # Whoever sets the delay of a safety relay wants to know what it has to leave.
      def torque_off_comes
        before = numbers { |input| input.function == :torque_off_comes }
        return if before.empty?
        time = Quantities.format(@setup.full_speed / @setup.ramp("quick_stop"), "s", 2)
        note(
          "torque_off_comes",
          "#{named(before)}: torque may be taken away #{time} later, not sooner",
          because: "The quick stop takes as long from #{speed(@setup.full_speed)}, where the torque suffices.",
          so: "Set the delay of the relay to more than that; what it takes is seen when it is tried.",
          values: keys(before, "function")
        )
      end

      def wire_unwatched
        used = used_analogs.select { |analog| analog.kind == :live_zero && analog.on_break == :ignore }
        used.map do |analog|
          caution(
            "wire_unwatched",
            "Analog input #{analog.number}: 4 to 20 mA, and nothing happens when the wire breaks",
            because: "Below 3.6 mA the wire is broken, and the signal counts as its lowest figure.",
            so: "Let it warn, keep the last reference, or stop the drive with a fault.",
            values: ["terminals.analog_#{analog.number}_wire_break"]
          )
        end
      end

      TASKS = %i[torque_limit trim controller process].freeze
      private_constant :TASKS

      def signal_twice
        used_analogs
          .select { |analog| TASKS.include?(analog.function) }
          .map do |analog|
            key = "terminals.analog_#{analog.number}_function"
            caution(
              "signal_twice",
              "Analog input #{analog.number} gives the speed, and “#{@profile.fetch(key).show(@values[key])}” as well",
              because: "One signal moves both.",
              so: "Give the second task to the other input, or choose another reference source.",
              values: [key, "network.reference_source"]
            )
          end
      end

      NEEDED = { presets: PRESETS, potentiometer: %i[raise] }.freeze
      private_constant :NEEDED

      def source_without_inputs
        return unless @setup.leads?
        functions = NEEDED[@setup.source]
        return if functions.nil? || functions.any? { |function| @setup.assigned?(function) }
        key = "network.reference_source"
        caution(
          "source_without_inputs",
          "The speed comes from “#{@profile.fetch(key).show(@setup.raw(key))}”, and no input is there for it",
          because: "It stays at zero.",
          so: "Give the function to an input, or choose another reference source.",
          values: [key]
        )
      end

      def presets_beyond
        window = Window.of(@setup) or return
        reachable.filter_map do |number|
          asked = @setup.preset(number)
          held = window.held(asked, asked.negative? ? -1 : 1)
          next if (held - asked).abs < 0.5
          caution(
            "preset_beyond",
            "Preset #{number} is #{speed(asked)}, and the drive makes #{speed(held)} of it",
            because: "It lies outside the window of speeds, or in a band that is skipped.",
            so: "Change the preset, or the window.",
            values: ["presets.speed_#{number}"]
          )
        end
      end

      # Presets that the wired bits can choose.
      def reachable
        return [] unless @setup.leads?
        bits = PRESETS.each_index.select { |n| @setup.assigned?(PRESETS[n]) }
        (1..15).select { |number| (0..3).all? { |bit| number[bit].zero? || bits.include?(bit) } }
      end

      def process_unmeasured
        return unless @setup.by_process? && @setup.analogs.none? { |analog| analog.function == :process }
        caution(
          "process_unmeasured",
          "The process controller gives the speed, and nothing measures its actual value",
          because: "It takes the value for zero, and goes to the highest speed to raise it.",
          so: "Give the function “Actual value of the process” to an analog input.",
          values: %w[network.reference_source terminals.analog_1_function]
        )
      end

      def process_sleeps
        return unless @setup.commands? && @setup.by_process? && @setup.figure("process.sleep_speed").positive?
        caution(
          "process_sleeps",
          "The motor starts by itself when the process needs it again",
          because:
            "Below #{speed(@setup.figure("process.sleep_speed"))} it is stopped, and starts again at a deviation of " \
              "#{Quantities.format(@setup.figure("process.wakes_at"), "%", 1)}, as long as a start is given.",
          so: "Mark the machine; or let it turn on, with zero as the speed of sleeping.",
          values: %w[process.sleep_speed process.wakes_at]
        )
      end

      def references_alike
        return unless @setup.leads? && @setup.source == @setup.second_source
        summed = @setup.sum? && @setup.source != :network
        return unless summed || @setup.assigned?(:changeover)
        caution(
          "references_alike",
          summed ? "The same reference is added to itself" : "The second reference is the first",
          because: "#{summed ? "The motor goes twice as fast as the source asks" : "The changeover changes nothing"}.",
          so: "Choose another second source.",
          values: %w[references.second network.reference_source]
        )
      end

      # What hangs on one input is wanted at the other.
      def signals_swapped
        used, idle = @setup.analogs.partition { |analog| used_analogs.include?(analog) || analog.function != :none }
        bare = used.find { |analog| @sources[analog.number].to_s.empty? }
        wired = idle.find { |analog| !@sources[analog.number].to_s.empty? }
        return if bare.nil? || wired.nil?
        caution(
          "signals_swapped",
          "“#{@sources[wired.number]}” hangs on analog input #{wired.number}, and input #{bare.number} is used",
          because: "The wire, or the choice, is on the wrong one of both.",
          so: "Exchange the wires, or use the other input.",
          values: [wired, bare].map { |analog| "terminals.analog_#{analog.number}_function" }
        )
      end

      SHORTEST_PUSH = 0.1 # s, of a hand in a hurry
      private_constant :SHORTEST_PUSH

      # Where a push counts, and not how long it lasts.
      def debounced_too_long
        pushed = @setup.three_wires? && @setup.by_contacts? ? %i[reset forward backward] : %i[reset]
        slow = numbers { |input| pushed.include?(input.function) && input.debounce > SHORTEST_PUSH }
        return if slow.empty?
        longest = slow.map { |number| @setup.inputs[number - 1].debounce }.max
        caution(
          "debounced_too_long",
          "#{named(slow)}: a push of less than #{Quantities.format(1000 * longest, "ms", 0)} is not seen",
          because: "The input is debounced for longer than a hand pushes.",
          so: "Debounce it for 5 to 20 ms.",
          values: keys(slow, "debounce")
        )
      end

      def function_lacking
        return if @profile.settings.any? { |entry| entry.key.start_with?("ramps.second_") }
        idle = numbers { |input| input.function == :second_ramps }
        return if idle.empty?
        caution(
          "function_lacking",
          "#{named(idle)}: second ramps, and this firmware has none",
          because: "The contact does nothing.",
          so: "Take another function, or a firmware that has them.",
          values: keys(idle, "function")
        )
      end

      def output_chatters
        loose =
          @setup.outputs.select do |one|
            Output::LEVELS.include?(one.function) && one.hysteresis.zero? && one.on_delay.zero? && one.off_delay.zero?
          end
        loose.map do |one|
          note(
            "output_chatters",
            "Output #{one.number} may chatter: no hysteresis, and no delay",
            because: "A figure at its threshold goes to and fro with every ripple.",
            so: "Give it a hysteresis of some percent, or a delay.",
            values: ["terminals.output_#{one.number}_hysteresis"]
          )
        end
      end

      def output_never
        @setup.outputs.filter_map do |output|
          why = never(output) or next
          key = "terminals.output_#{output.number}_function"
          caution(
            "output_never",
            "Output #{output.number} never switches: #{why}",
            because: "“#{@profile.fetch(key).show(@setup.raw(key))}” does not come about.",
            so: "Choose another function, or what it waits for.",
            values: [key]
          )
        end
      end

      def never(output)
        case output.function
        when :brake
          "the drive has no brake to release" if @profile["brake.fitted"] && @setup.raw("brake.fitted") != 1
        when :heat
          "the drive protects the motor at 110 %" if output.threshold >= 110
        when :speed
          "no speed is above #{Quantities.format(output.threshold, "%", 0)} of the limit" if output.threshold >= 100
        end
      end

      def one_wire_twice
        @wires
          .group_by { |_, name| name.strip.downcase }
          .reject { |name, same| name.empty? || same.size < 2 }
          .map do |_, same|
            caution(
              "one_wire_twice",
              "“#{same.first.last}” is at #{named(same.map(&:first))}",
              because: "One contact then has two jobs, or one of both names is wrong.",
              so: "Look where the wire goes.",
              values: keys(same.map(&:first), "function")
            )
          end
      end

      def wired_for_nothing
        idle = @wires.keys.select { |number| @setup.inputs[number - 1]&.function == :none && !@wires[number].empty? }
        return if idle.empty?
        note(
          "wired_for_nothing",
          "#{named(idle)}: wired to #{idle.map { |number| "“#{@wires[number]}”" }.join(", ")}, and free",
          because: "The contact does nothing.",
          so: "Give it a function, or leave it to the controller.",
          values: keys(idle, "function")
        )
      end

      # Those that the speed comes from.
      def used_analogs
        return [] unless @setup.leads?
        sources = [@setup.source]
        sources << @setup.second_source if @setup.sum? || @setup.assigned?(:changeover)
        @setup.analogs.select { |analog| sources.include?(:"analog_#{analog.number}") }
      end

      # @yieldparam input [Setup::Input] @return [Array<Integer>] from 1 on
      def numbers(&) = @setup.inputs.each_index.select { |n| yield(@setup.inputs[n]) }.map(&:succ)

      def keys(numbers, what) = numbers.map { |number| "terminals.input_#{number}_#{what}" }
      def named(numbers) = Words.named(numbers)
      def speed(figure) = Quantities.format(figure, @profile.speed_unit, 0)
    end
  end
end
