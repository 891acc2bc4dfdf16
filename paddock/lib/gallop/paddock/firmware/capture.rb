# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Samples of some signals around a moment: a ring until the moment has come, and then as many more as are wanted.
      class Capture
        # samples that are there, up to the length
        attr_reader :channels, :taken

        # @param channels [Array<Objects::Signal>] @param sources [Array<Proc>] of them @param length [Integer] samples
        # @param pre [Integer] samples before the moment
        def initialize(channels, sources, length:, pre:)
          @channels = channels
          @sources = sources
          @length = length
          @pre = [pre, length - 1].min
          @columns = Array.new(sources.size) { Array.new(length, 0.0) }
          @count = sources.size
          @next = @taken = 0
          @left = nil
        end

        # Number of the sample of the moment, once it is complete.
        def place = @taken - (@length - @pre)

        # Whether there are enough of them before the moment.
        def filled? = @taken >= @pre
        def fired? = !@left.nil?
        def complete? = @left == 0

        # The next sample is the one of the moment.
        def fire
          @left ||= @length - @pre
        end

        def take
          return if @left == 0
          place = @next
          n = 0
          while n < @count
            @columns[n][place] = @sources[n].call
            n += 1
          end
          @next = place + 1 == @length ? 0 : place + 1
          @taken += 1 if @taken < @length
          @left -= 1 if @left
        end

        # What came before all are there begins with the first that was taken.
        # @return [Array<Float>] from the oldest to the newest, once it is complete
        def column(n) = @taken < @length ? @columns[n].first(@taken) : @columns[n].rotate(@next)
      end
    end
  end
end
