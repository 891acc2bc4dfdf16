# frozen_string_literal: true

module Link
  # The drive does not answer, or answers with what cannot be understood. The connection is given up and made anew.
  class Lost < StandardError
  end
end
