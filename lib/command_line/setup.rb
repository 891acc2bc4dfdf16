# frozen_string_literal: true

# Core and wire without Rails: a command must answer at once.
ENV["BUNDLE_GEMFILE"] ||= File.expand_path("../../Gemfile", __dir__)
require "bundler/setup"
require "gallop-core"
require "json"
require "zeitwerk"

module Wire
end
module CommandLine
end

loader = Zeitwerk::Loader.new
loader.push_dir(File.expand_path("../../app/wire", __dir__), namespace: Wire)
loader.push_dir(__dir__, namespace: CommandLine)
loader.ignore(__FILE__)
loader.setup
