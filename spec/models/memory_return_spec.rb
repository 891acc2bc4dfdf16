# frozen_string_literal: true

require "rails_helper"

RSpec.describe MemoryReturn, if: MemoryReturn.available? do
  def resident = File.read("/proc/self/status")[/VmRSS:\s+(\d+)/, 1].to_i / 1000

  # What a large file leaves behind: many small strings, all given up.
  def litter = Array.new(600_000) { |n| "a line of a file that nobody needs any more, number #{n}" }.size

  it "gives back what is no longer needed, but not while a motor is enabled" do
    moving = true
    care = described_class.new(moving: -> { moving })
    GC.disable
    litter
    GC.enable
    taken = resident
    expect(care.tend).to be(false)
    moving = false
    expect(care.tend).to be(true)
    expect(resident).to be < taken - 30
    expect(care.tend).to be(false), "there is nothing more to give back"
  end
end
