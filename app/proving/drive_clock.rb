# frozen_string_literal: true

module Proving
  # The time that passes in a drive, since this was made.
  class DriveClock
    KEY = "device.uptime"
    TURN = 2**32 # ms, after 49.7 days

    def initialize(connection)
      @connection = connection
      @began = read
    end

    # @return [Float] s
    def elapsed = (read - @began) % TURN / 1000.0

    private

    def read = @connection.ask { |wire| wire.read_one(KEY) }
  end
end
