# frozen_string_literal: true

module Motion
  # A signal that a test adds to what the loops want; it ends by itself as well, and at the edge of its way.
  class Excitation < TestSignal
    kind Mode::TURNING
    command "excitation.command"
  end
end
