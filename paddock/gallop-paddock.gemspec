# frozen_string_literal: true

Gem::Specification.new do |spec|
  spec.name = "gallop-paddock"
  spec.version = "0.1.0"
  spec.summary = "Stand-in drives with real physics that speak Modbus TCP."
  spec.authors = [ "The Gallop developers" ]
  spec.license = "Nonstandard"
  spec.required_ruby_version = ">= 3.1"
  spec.files = Dir["lib/**/*.rb", "rigs/*.yml"]
  spec.require_paths = [ "lib" ]
  spec.add_dependency "gallop-core"
  spec.add_dependency "puma"
  spec.add_dependency "rack"
  spec.add_dependency "zeitwerk", "~> 2.6"
end
