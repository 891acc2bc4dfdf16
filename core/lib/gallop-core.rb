# frozen_string_literal: true

require "gallop/core"
