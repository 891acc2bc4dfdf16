# frozen_string_literal: true

module Wire
  # The drive does not answer, or answers with what cannot be understood. The connection is given up and made anew.
  class Lost < Gallop::Refusal
    kind :no_answer

    def sentence = "The link was lost: #{message}"
  end
end
