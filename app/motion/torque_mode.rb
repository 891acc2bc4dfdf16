# frozen_string_literal: true

module Motion
  # By torque, or by force of a linear motor; the drive holds the speed within its limits.
  class TorqueMode < Mode
    def kind = "torque"
    def code = 4

    # In percent of the rated torque; the word ends a halt.
    def target(wire, torque)
      write(wire, "torque.target", torque)
      wire.write("control.word", WORD)
    end

    def halt(wire)
      super
      clear(wire)
    end

    def clear(wire) = write(wire, "torque.target", 0.0)
  end
end
