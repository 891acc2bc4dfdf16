# frozen_string_literal: true

require "etc"
require "fiddle"

# Gives back to the system what large requests took. Ruby seldom collects once nothing more is asked of it, and glibc
# keeps what has been freed until it is told (malloc_trim). A whole collection holds everything up for some 50 ms, so
# it waits until no motor is enabled. Where the system does not say how much is taken, nothing is done.
class MemoryReturn
  EVERY = 2.0 # s
  GROWN = 16 # MB above what was left the last time
  STATM = "/proc/self/statm"
  PAGE = Etc.sysconf(Etc::SC_PAGESIZE) # bytes

  # @param moving [Proc] whether a motor is enabled
  def initialize(moving:)
    @moving = moving
    @left = taken
  end

  def self.available? = File.readable?(STATM)

  def start
    Thread.new do
      Thread.current.name = "memory return"
      Thread.current.priority = -3
      loop do
        sleep EVERY
        tend
      end
    end
    self
  end

  # @return [Boolean] whether anything was collected
  def tend
    return false if taken < @left + GROWN || @moving.call
    GC.start
    trim
    @left = taken
    true
  end

  private

  def taken = File.read(STATM).split[1].to_i * PAGE / 1_000_000

  # Another libc than glibc does without.
  def trim = TRIM&.call(0)

  TRIM =
    begin
      Fiddle::Function.new(Fiddle.dlopen(nil)["malloc_trim"], [Fiddle::TYPE_SIZE_T], Fiddle::TYPE_INT)
    rescue Fiddle::DLError
      nil
    end
  private_constant :TRIM
end
