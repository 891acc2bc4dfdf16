# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # The entries that are not memory but are worked out when they are read.
      module Figures
        PROFILE_ERROR_BITS = { 0x2 => 1, 0x3 => 2, 0x4 => 3, 0x8 => 4, 0x7 => 5, 0xF => 7 }.freeze
        RPM = 60 / Plant::TWO_PI

        def figure(key)
          source = @figures[key]
          source ? source.call : yield
        end

        private

        def start_figures
          start_signals
          @figures =
            figures_of_signals.merge(
              state_figures,
              memory_figures,
              diagnosis_figures,
              history_figures,
              *parts.map(&:figures),
              family_figures
            )
          @reached_for = 0.0
        end

        def state_figures
          {
            "control.mode_shown" => -> { @effective["control.mode"] },
            "device.uptime" => -> { milli(@uptime) & 0xFFFFFFFF },
            "device.starts" => -> { memory.records["starts"] },
            "device.error_register" => -> { error_register }
          }
        end

        def memory_figures
          {
            "storage.live_changes" => -> { @live_changes },
            "program.control" => -> { Program::START },
            "program.flash_status" => -> { 0 },
            "program.received" => -> { 0 }
          }
        end

        def diagnosis_figures
          {
            "diagnosis.refused_register" => -> { @refused_register },
            "diagnosis.refused_reason" => -> { @refused_reason },
            "diagnosis.refused_count" => -> { @refused_count }
          }
        end

        def history_figures
          (1..Monitors::HISTORY).each_with_object({}) do |n, figures|
            figures["history.code_#{n}"] = -> { memory.records["faults"].dig(n - 1, 0) || 0 }
            figures["history.time_#{n}"] = -> { memory.records["faults"].dig(n - 1, 1) || 0 }
          end
        end

        def status_word
          Cia402::Statusword.compose(
            machine.state,
            voltage: bus_charged?,
            warning: warning?,
            remote: !contacts.commands?,
            target_reached: target_reached?,
            internal_limit: internal_limit?,
            mode_bits: mode_bits
          )
        end

        def error_register
          return 0 if @fault_code.zero?
          1 | (1 << PROFILE_ERROR_BITS.fetch(@fault_code >> 12, 7))
        end

        def milli(figure) = (figure * 1000).round

        # Every millisecond.
        def observe(dt)
          @statistics.each_millisecond(dt)
          observe_family(dt)
        end
      end

      # One request was served.
      def served
        @statistics.asked
        @terminals.heard
      end
    end
  end
end
