# frozen_string_literal: true

module Gallop
  module Control
    # How a frequency drive controls its motor: the choices of one value.
    module Method
      KEY = "output.control"
      BY_CURVE, BY_FIELD, BY_ENCODER = *0..2
    end
  end
end
