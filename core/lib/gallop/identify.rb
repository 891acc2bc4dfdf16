# frozen_string_literal: true

module Gallop
  # What a drive's own signals tell about motor, feedback, mechanics and the drive itself. Whoever estimates here sees
  # signals and settings alone.
  module Identify
    # What was found. @!attribute key [String] of the setting that takes it @!attribute figure [Float] in the unit of
    # that setting @!attribute uncertainty [Float] half of the interval that holds the true figure in 95 of 100 cases
    Estimate = Record.define(:key, :figure, :uncertainty)

    # What a pattern injects, as it goes over the wire: a voltage, a current by a slow integral of the voltage, or one
    # by the drive's current loop.
    FORMS = { voltage: 0, current: 1, loop: 2 }.freeze

    # Too little, or too unsteady, to tell anything from; the message says what and what helps.
    class Undecided < Refusal
      kind :not_now
    end
  end
end
