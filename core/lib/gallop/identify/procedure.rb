# frozen_string_literal: true

module Gallop
  module Identify
    # What is carried out with an instrument first, and worked out then: #carry_out is all that needs the drive, #result
    # all that does not.
    module Procedure
      # @return [Result] @raise [Undecided]
      def measure
        carry_out
        result
      end
    end
  end
end
