# frozen_string_literal: true

module Motion
  # The drive looks for its home point by itself, for tests alone.
  class HomingMode < Mode
    START = 1 << 4

    def kind = HOMING
    def code = Gallop::Homing::MODE

    # It sets out on the rising edge, and goes on for as long as the bit stands.
    def target(wire, _method)
      wire.write("control.word", WORD)
      wire.write("control.word", WORD | START)
    end

    # An enabling sets out only on a new edge.
    def clear(_wire) = nil
  end
end
