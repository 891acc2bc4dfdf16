# frozen_string_literal: true

# frontend/api/types is generated from the serializers; bin/test fails when it is stale.
Typelizer.configure do |config|
  config.output_dir = Pathname.new(ENV.fetch("GALLOP_TYPES", Rails.root.join("frontend/api/types").to_s))
  config.serializer_name_mapper = ->(serializer) { serializer.name.delete_suffix("Serializer") }
  config.serializer_model_mapper = ->(_serializer) { nil }
  config.prefer_double_quotes = true
  config.comments = false
  config.types_import_path = "./"
  config.verbatim_module_syntax = true
end
