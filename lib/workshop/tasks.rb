# frozen_string_literal: true

class Workshop
  # What the workshop can do: each takes and gives plain objects, and needs core alone.
  module Tasks
    module_function

    # @param current [Hash{String => Object}] raw by key @return [Hash] see Gallop::Files::Review#to_plain
    def review(family:, version:, name:, content:, current:)
      profile = Gallop::Objects::Profile.load(family).at_version(version)
      Gallop::Files::Review.new(profile, Gallop::Files.read(name, content), current: current).to_plain
    end

    # @return [Hash] motors: rows of a table of motors, or faulty: what is wrong with it
    def motors(content:)
      { motors: Gallop::Motors::Library.read(content).map(&:to_h) }
    rescue Gallop::Motors::Library::Faulty => e
      { faulty: e.message }
    end
  end
end
