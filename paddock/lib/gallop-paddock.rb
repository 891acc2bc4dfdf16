# frozen_string_literal: true

require "gallop/core"
require "gallop/paddock"
