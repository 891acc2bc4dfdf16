# frozen_string_literal: true

# The samples of one signal of a trace: single floats above a base, little-endian, deflated.
class TraceSignal < ApplicationRecord
  FASTEST = 1 # of deflate: a trace is to be kept at once
  FAR = 1e4 # from zero, in multiples of how far the samples go: above that a single would lose what they say

  # A signal that was kept part by part, in their order.
  Parts =
    Struct.new(:parts) do
      delegate :key, :name, :unit, :bits, :slice, to: :first_part

      def column = parts.flat_map(&:column)
      def packed = parts.map(&:packed).join

      private

      def first_part = parts.first
    end

  belongs_to :trace

  def column=(figures)
    self.size = figures.size
    self.base = base_of(figures)
    above = base.zero? ? figures : figures.map { |figure| figure - base }
    self.samples = Zlib.deflate(above.pack("e*"), FASTEST)
  end

  # @return [Array<Float>]
  def column
    above = Zlib.inflate(samples).unpack("e*")
    base.zero? ? above : above.map { |figure| base + figure }
  end

  # @return [String] doubles, little-endian
  def packed = column.pack("E*")

  private

  def base_of(figures)
    low, high = figures.minmax
    return 0.0 if low.nil? || [low.abs, high.abs].max < FAR * (high - low) || low == high && low.abs < 2**24
    low.to_f
  end
end
