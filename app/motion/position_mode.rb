# frozen_string_literal: true

module Motion
  # By position: the drive makes a profile to a target of its own accord, within its travel limits.
  class PositionMode < Mode
    NEW_SET_POINT = 1 << 4

    def kind = "position"
    def code = 1

    # The target is taken on the rising edge, which also ends a halt.
    def target(wire, position)
      wire.write("control.word", WORD)
      write(wire, "position.target", position)
      wire.write("control.word", WORD | NEW_SET_POINT)
    end

    # An enabling begins where the motor stands, and takes a target only on a new edge.
    def clear(_wire) = nil
  end
end
