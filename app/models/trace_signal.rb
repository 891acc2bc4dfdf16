# frozen_string_literal: true

# The samples of one signal of a trace: single floats, little-endian, deflated.
class TraceSignal < ApplicationRecord
  belongs_to :trace

  def column=(figures)
    self.size = figures.size
    self.samples = Zlib.deflate(figures.pack("e*"))
  end

  # @return [Array<Float>]
  def column = Zlib.inflate(samples).unpack("e*")
end
