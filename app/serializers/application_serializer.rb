# frozen_string_literal: true

# JSON for the front end. Each field is declared with its TypeScript type, from which frontend/api/types is generated.
class ApplicationSerializer
  include Alba::Resource
  include Typelizer::DSL

  # @param type [String] TypeScript, e.g. "string | null"
  def self.field(name, type, &block)
    typelize name => type
    block ? attribute(name, &block) : attributes(name)
  end
end
