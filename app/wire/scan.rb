# frozen_string_literal: true

module Wire
  # Looks at many places at once for drives that can identify themselves. Used by the application and by the command
  # line.
  #
  #   Scan.new([ [ "127.0.0.1", 15020 ] ]).run { |found| puts found.identity.model }
  class Scan
    THREADS = 24
    CONNECT_TIMEOUT = 0.4 # s; a neighbour answers within milliseconds
    READ = %w[network.node network.address network.mask network.hardware_address device.label].freeze

    # One answer. identity is nil for something that speaks no Modbus, or no drive that is known; message says which.
    Answer = Gallop::Record.define(:host, :port, :identity, :values, message: nil)

    attr_reader :total, :done

    # @param places [Array<Array(String, Integer)>] hosts and ports
    def initialize(places)
      @places = places
      @total = places.size
      @done = 0
      @mutex = Mutex.new
      @cancelled = false
    end

    def cancel = @cancelled = true
    def cancelled? = @cancelled
    def progress = total.zero? ? 1.0 : done.to_f / total

    # @yieldparam answer [Answer] as it comes, one at a time
    def run(&block)
      queue = Thread::Queue.new
      @places.each { |place| queue << place }
      queue.close
      Array.new([THREADS, total].min) { Thread.new { work(queue, block) } }.each(&:join)
      self
    end

    private

    def work(queue, block)
      while !@cancelled && (place = queue.pop)
        answer = look(*place)
        @mutex.synchronize do
          @done += 1
          block.call(answer) if answer
        end
      end
    end

    # @return [Answer, nil] nil where nothing listens
    def look(host, port)
      modbus = Modbus.open(host, port, connect_timeout: CONNECT_TIMEOUT)
      identity = Identity.read(modbus)
      Answer.new(
        host: host,
        port: port,
        identity: identity,
        values: identity.loader ? {} : values(modbus, identity.profile)
      )
    rescue Refused, Lost => e
      modbus && Answer.new(host: host, port: port, identity: nil, values: {}, message: e.message)
    rescue StandardError => e # one answer that we do not understand must not end the search
      Answer.new(
        host: host,
        port: port,
        identity: nil,
        values: {
        },
        message: "It answers what Gallop does not understand: #{e.message}"
      )
    ensure
      modbus&.close
    end

    def values(modbus, profile)
      Device.new(modbus, profile).read(READ.filter_map { |key| profile[key] })
    end
  end
end
