# frozen_string_literal: true

class Workshop
  # What the workshop can do: each takes the bytes of a file and what JSON can tell, gives what JSON
  # can tell, and needs core alone.
  module Tasks
    module_function

    # @param current [Hash{String => Object}] raw by key @return [Hash] see Gallop::Files::Review#to_plain
    def review(file, family:, version:, name:, current:)
      profile = Gallop::Objects::Profile.load(family).at_version(version)
      read = Gallop::Files.read(name, file)
      Gallop::Files::Review.new(profile, read, current: current.transform_keys(&:to_s)).to_plain
    end

    # @return [Hash] motors: rows of a table of motors, or faulty: what is wrong with it
    def motors(file)
      { motors: Gallop::Library.read(file).map(&:to_h) }
    rescue Gallop::Library::Faulty => e
      { faulty: e.message }
    end
  end
end
