# frozen_string_literal: true

module Link
  # The link did not come to a question in its time. What had not been begun will not be.
  class Late < Gallop::Refusal
    kind :no_answer

    def initialize(seconds, begun)
      super(
        "The drive's link did not get done with this within #{seconds.round(1)} s. " \
          "#{begun ? "It may still take effect: look at the figures." : "It was not begun, and will not be."}"
      )
    end
  end
end
