# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # What comes in over the wire: reading and writing entries, with the access rights of the present state.
      module Commands
        # reason codes of diagnosis.refused_reason
        REASONS = {
          no_register: 1,
          read_only: 2,
          below: 3,
          above: 4,
          no_choice: 5,
          part: 6,
          enabled: 7,
          busy: 8,
          signature: 9,
          function: 10,
          count: 11,
          write_only: 12,
          held: 13,
          not_held: 14,
          terminals: 15
        }.freeze

        SIGNATURES = { "storage.store" => 0x65766173, "storage.restart" => 0x746F6F62 }.freeze
        RESTORE_SIGNATURE = 0x64616F6C

        # @return [Integer, Float, String] raw
        def read(entry)
          figure(entry.key) { memory.live.fetch(entry.key) }
        end

        # @param from [Object, nil] the connection that it comes over; nil at the drive itself
        # @return [Symbol, nil] why a write is refused; nil when it may be done
        def objection(entry, raw, from: nil)
          return :read_only unless entry.writable?
          return holder.objection(from, entry, raw) if holder.objection(from, entry, raw)
          return :terminals if entry.key == "control.word" && contacts.commands? && starts?(raw)
          return signature_objection(entry, raw) if signature(entry)
          return :enabled if entry.locked && machine.power_stage_on?
          return :busy if entry.setting? && @storage.busy?
          return :no_choice if entry.choices.any? && !entry.choices.key?(raw)
          return if entry.text?
          return trace_memory.objection(raw) if entry.key == "trace.command"
          return :below if raw < entry.raw_range.min
          :above if raw > entry.raw_range.max
        end

        # Takes a value that #objection let pass.
        def write(entry, raw, from: nil)
          case entry.key
          when "control.word"
            command(raw)
          when "control.watchdog_token"
            take_sign_of_life
          when "control.holder"
            take_holder(from, raw)
          when "program.control"
            @loader_wanted = raw == Program::STOP
            @storage.want_restart(@loader_wanted)
          end
          return @storage.command(entry.key) if signature(entry)
          keep(entry, raw)
          trace_memory.command(raw) if entry.key == "trace.command"
          @injection.command(raw) if entry.key == "injection.command"
          @excitation.command(raw) if entry.key == "excitation.command"
          take_commands
        end

        # What the drive commands by itself, as it is set to.
        def command_itself(words)
          words.each { |word| control(word) }
          take_commands
        end

        def refused(register, reason)
          @refused_register = register & 0xFFFF
          @refused_reason = REASONS.fetch(reason)
          @refused_count = (@refused_count + 1) & 0xFFFF
        end

        # Faults that were reset since power-up
        attr_reader :resets

        private

        def signature(entry) =
          SIGNATURES.fetch(entry.key) { RESTORE_SIGNATURE if entry.key.start_with?("storage.restore") }

        # The drive keeps what it can make of a value: on its grid, and within what other values allow.
        def keep(entry, raw)
          kept = Adjusting.made_of(entry, raw, memory.live)
          memory.live[entry.key] = kept
          settle(entry, kept)
          Adjusting.consequences(entry, memory.live).each { |key, other| settle_linked(key, other) }
        end

        def settle_linked(key, raw)
          return if memory.live[key] == raw
          memory.live[key] = raw
          settle(profile.fetch(key), raw)
        end

        def start_commands
          @stage_on = false
          @stop_request = nil
          @live_changes = 0
          @refused_register = @refused_reason = @refused_count = @resets = 0
          @watchdog_age = 0.0
        end

        # What the fast loops look at, taken out of the memory once instead of thousands of times a second.
        def take_commands
          @halted = (memory.live["control.word"] & Cia402::Controlword::HALT).positive?
          @target = contacts.leads? ? contacts.target : memory.live["speed.target"]
        end

        def signature_objection(entry, raw)
          return :busy if @storage.busy?
          return :enabled if entry.locked && machine.power_stage_on?
          :signature unless raw == signature(entry)
        end

        def settle(entry, raw)
          @live_changes = (@live_changes + 1) & 0xFFFF if entry.setting?
          refresh_watchdog if entry.key == "control.watchdog_window"
          return @storage.count_anew if entry.effect == "after_restart"
          return if entry.effect == "when_disabled" && @stage_on
          return unless @effective.key?(entry.key)
          @effective[entry.key] = raw
          @sensing.settings_changed if entry.group == "sensing"
          take_settings if entry.setting? || entry.group == "envelope"
        end

        # Whether a word would switch on: stops and resets are nobody's alone.
        def starts?(word) = %i[switch_on enable_operation].include?(Cia402::Controlword.command(word))

        # A command from outside: from now on the drive does nothing by itself, and a start by contacts has to be given
        # anew.
        def command(word)
          @power_up.end
          contacts.block
          control(word)
        end

        def control(word)
          wanted = Cia402::Controlword.command(word)
          return @stop_request = word if ramps_down_first?(wanted)
          @stop_request = nil
          act_on(
            machine.control(
              reset_permitted? ? word : word & ~Cia402::Controlword::FAULT_RESET,
              permitted: switch_on_permitted?
            ),
            word
          )
        end

        # Shutdown and disable operation may be told to slow down before the state changes.
        def ramps_down_first?(wanted)
          return false unless machine.state == :operation_enabled
          (wanted == :shutdown && @effective["control.shutdown_option"] == 1) ||
            (wanted == :switch_on && @effective["control.disable_option"] == 1)
        end

        def act_on(transition, word)
          case transition
          # A word that asks for operation at once is carried on from Switched on, as the standard allows.
          when 3
            act_on(machine.control(word, permitted: switch_on_permitted?), word)
          when 4
            switch_stage(true)
          when 11
            begin_quick_stop
          when 5..10, 12
            switch_stage(false)
          when 15
            @fault_code = 0
            @resets = (@resets + 1) & 0xFFFF
          end
        end
      end
    end
  end
end
