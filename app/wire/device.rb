# frozen_string_literal: true

module Wire
  # A drive on the wire, in entries of its object dictionary: raw values by key.
  class Device
    attr_reader :profile

    # @param between [Proc, nil] called before each exchange: what must not wait while a long piece of work goes on
    def initialize(modbus, profile, between: nil)
      @modbus = modbus
      @profile = profile
      @between = between
      live = profile.live
      @live_entries = live
      @live_first = live.first.register
      @live_count = live.last.registers.end - @live_first
      @token = 0
    end

    def close = @modbus.close

    # @yield after each block with the share that is read so far
    # @return [Hash{String => Object}] raw by key
    def read(entries, offset: 0)
      spans = profile.spans(entries)
      words = {}
      spans.each_with_index do |span, done|
        exchange { @modbus.read(span.begin + offset, span.size) }.each_with_index do |word, n|
          words[span.begin + n] = word
        end
        yield (done + 1.0) / spans.size if block_given?
      end
      entries.to_h { |entry| [entry.key, entry.decode(entry.registers.map { |register| words[register] })] }
    end

    def read_one(key) = read([profile.fetch(key)]).fetch(key)

    # What the drive would start with, by its mirror of the stored memory.
    def read_stored(entries = profile.stored_settings, &) =
      read(entries, offset: Gallop::Objects::Profile::STORED_OFFSET, &)

    # @return [Hash{String => Object}] all that can be read
    def read_all(&) = read(profile.entries.select(&:readable?), &)

    # @param requests [Array<Array(Integer, Integer, Integer)>] file, record and words of each @return [String] bytes
    def read_files(requests) = requests.map { |request| exchange { @modbus.read_file(*request) } }.join

    # @raise [Refused] with the reason that the drive's diagnosis gives
    def write(key, raw)
      entry = profile.fetch(key)
      exchange { @modbus.write(entry.register, entry.encode(raw)) }
    rescue Refused => e
      raise Refused.new(e.code, *diagnosis)
    end

    # The block of live figures; with a token the dead-man is refreshed in the same exchange.
    def live(refresh: false)
      words = exchange { refresh ? refresh_and_read : @modbus.read(@live_first, @live_count) }
      @live_entries.to_h do |entry|
        [entry.key, entry.decode(words[entry.register - @live_first, entry.register_count])]
      end
    end

    private

    def exchange
      @between&.call
      yield
    end

    def refresh_and_read
      @token = (@token + 1) & 0xFFFF
      @modbus.write_and_read(profile.fetch("control.watchdog_token").register, [@token], @live_first, @live_count)
    end

    # @return [Array] the reason in words, and its number
    def diagnosis
      entry = profile.fetch("diagnosis.refused_reason")
      reason = @modbus.read(entry.register, 1).first
      [entry.choices[reason]&.downcase, reason]
    rescue Refused
      [] # a drive that does not even say why
    end
  end
end
