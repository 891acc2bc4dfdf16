# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # A firmware that somebody holds, and that stops when the holder is lost.
      module Held
        # The server's word that a connection has ended.
        def gone(connection)
          return unless holder.is?(connection)
          trip(Monitors::WATCHDOG, Monitors::QUICK) if machine.state == :operation_enabled
          end_holding
        end

        def held_by?(connection) = holder.is?(connection)

        private

        def start_holder
          @holder = Holder.new
        end

        def holder = @holder

        # Zero gives the drive back.
        def take_holder(connection, number)
          number.zero? ? end_holding : holder.take(connection, number)
        end

        # What belongs to the holder goes with him.
        def end_holding
          holder.leave
          (Holder::ITS_OWN + %w[control.holder]).each { |key| settle_linked(key, profile.fetch(key).default_raw) }
        end

        # Every millisecond.
        def tend_holder(dt)
          return holder.heard if machine.state == :operation_enabled # the watchdog's time
          end_holding if holder.silent_for?(dt)
        end
      end
    end
  end
end
