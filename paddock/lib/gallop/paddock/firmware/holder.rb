# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Who has the drive: one connection, by a number that it wrote, or nobody. As long as somebody has it, nobody
      # else's word counts, a quick stop aside, and watchdog and envelope are the holder's. A connection is whatever
      # object the server gives for it; nil is somebody at the drive itself, who may do everything.
      class Holder
        PATIENCE = 2.0 # s without a token, while operation is not enabled
        ITS_OWN = %w[control.watchdog_window envelope.speed envelope.torque envelope.acceleration].freeze
        TESTS = %w[injection excitation].freeze # groups that only a holder may write

        attr_reader :number

        def initialize
          leave
        end

        def anybody? = @number.positive?
        def is?(connection) = anybody? && @connection.equal?(connection)

        # @return [Symbol, nil] why the holder, or the lack of one, forbids a write
        def objection(connection, entry, raw)
          return if connection.nil? || is?(connection) || quick_stop?(entry, raw)
          return :held if anybody?
          :not_held if ITS_OWN.include?(entry.key) || TESTS.include?(entry.group)
        end

        def take(connection, number)
          @connection = connection
          @number = number
          @silent = 0.0
        end

        def leave
          @connection = nil
          @number = 0
          @silent = 0.0
        end

        def heard = @silent = 0.0

        # Another millisecond without a word. @return [Boolean] whether the holder has let go by being silent
        def silent_for?(dt)
          anybody? && (@silent += dt) > PATIENCE
        end

        private

        def quick_stop?(entry, raw)
          entry.key == "control.word" && Cia402::Controlword.command(raw) == :quick_stop &&
            (raw & Cia402::Controlword::FAULT_RESET).zero?
        end
      end
    end
  end
end
