# frozen_string_literal: true

Gem::Specification.new do |spec|
  spec.name = "gallop-core"
  spec.version = "0.1.0"
  spec.summary =
    "The rules and the computation of drive commissioning: quantities, object " \
      "dictionaries, motors, plant, control."
  spec.authors = ["The Gallop developers"]
  spec.license = "Nonstandard"
  spec.required_ruby_version = ">= 3.1"
  spec.files = Dir["lib/**/*.rb", "profiles/*.yml", "README.md"]
  spec.require_paths = ["lib"]
  spec.add_dependency "numo-narray-alt", "~> 0.9.14"
  spec.add_dependency "numo-pocketfft", "~> 0.7.0"
  spec.add_dependency "zeitwerk", "~> 2.6"
end
