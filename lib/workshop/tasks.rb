# frozen_string_literal: true

class Workshop
  # What the workshop can do: each takes and gives what JSON can tell, and needs core alone. Bytes come in Base64.
  module Tasks
    module_function

    # @param current [Hash{String => Object}] raw by key @return [Hash] see Gallop::Files::Review#to_plain
    def review(family:, version:, name:, content:, current:)
      profile = Gallop::Objects::Profile.load(family).at_version(version)
      read = Gallop::Files.read(name, content.unpack1("m0"))
      Gallop::Files::Review.new(profile, read, current: current.transform_keys(&:to_s)).to_plain
    end

    # @return [Hash] motors: rows of a table of motors, or faulty: what is wrong with it
    def motors(content:)
      { motors: Gallop::Motors::Library.read(content.unpack1("m0")).map(&:to_h) }
    rescue Gallop::Motors::Library::Faulty => e
      { faulty: e.message }
    end
  end
end
