# frozen_string_literal: true

class Recording
  # The trace memory of a drive over its link, in short pieces: whatever else the link has to do comes in between.
  class Memory
    Look = Gallop::Record.define(:state, :ticket, :filled) { def complete? = state == Gallop::Traces::COMPLETE }
    Fetched = Gallop::Record.define(:samples, :place, :rate, :clock)

    KEYS = %w[trace.state trace.ticket trace.filled].freeze
    FACTS = %w[trace.trigger_place trace.trigger_second trace.trigger_microsecond trace.rate trace.length].freeze
    A_PIECE = 16 # requests

    def initialize(connection)
      @connection = connection
    end

    # @return [Look]
    def look
      state, ticket, filled = read(KEYS).values_at(*KEYS)
      Look.new(state: state, ticket: ticket, filled: filled)
    end

    # @yield with the share that is there @return [Fetched, nil] nil where it was armed anew meanwhile
    def fetch(channels, ticket, &progress)
      place, second, microsecond, rate, length = read(FACTS).values_at(*FACTS)
      samples = columns(Gallop::Traces::FIRST_FILE, channels.size, length, &progress)
      return unless look.then { |seen| seen.complete? && seen.ticket == ticket }
      Fetched.new(samples: samples, place: place, rate: rate, clock: second + microsecond / 1e6)
    end

    # @return [Array<Array<Float>>] of each channel
    def columns(first_file, count, length)
      Array.new(count) do |channel|
        requests = Gallop::Traces.requests(first_file, channel, length)
        bytes = requests.each_slice(A_PIECE).map { |piece| @connection.ask { |wire| wire.read_files(piece) } }.join
        yield (channel + 1.0) / count if block_given?
        Gallop::Traces.unpack(bytes)
      end
    end

    def read(keys) = @connection.ask { |wire| wire.read(keys.map { |key| wire.profile.fetch(key) }) }
  end
end
