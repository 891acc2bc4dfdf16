# frozen_string_literal: true

module Link
  # The last minute or so of live figures of one drive.
  class Samples
    CAPACITY = 1500

    def initialize
      @ring = Array.new(CAPACITY)
      @count = 0
      @mutex = Mutex.new
    end

    def <<(sample)
      @mutex.synchronize do
        @ring[@count % CAPACITY] = sample
        @count += 1
      end
    end

    def last = @mutex.synchronize { @count.zero? ? nil : @ring[(@count - 1) % CAPACITY] }

    # @return [Array] oldest first
    def to_a
      @mutex.synchronize { @count <= CAPACITY ? @ring.first(@count) : @ring.rotate(@count % CAPACITY) }
    end

    def since(time) = to_a.select { |sample| sample.at >= time }
  end
end
