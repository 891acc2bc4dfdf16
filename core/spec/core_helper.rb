# frozen_string_literal: true

require_relative "../../config/boot"
require_relative "../../spec/spec_helper"
require "gallop/core"
