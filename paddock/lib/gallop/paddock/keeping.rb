# frozen_string_literal: true

require "json"

module Gallop
  module Paddock
    # Files that stand for memory chips. They are replaced whole, so that power may go at any moment.
    module Keeping
      module_function

      # @param file [String, nil] nil keeps nothing
      # @return [Boolean] whether it is kept; not on a full disk
      def write(file, data)
        return true if file.nil?
        temporary = "#{file}.new"
        File.open(temporary, "w") do |io|
          io.write(JSON.generate(data))
          io.fsync
        end
        File.rename(temporary, file)
        true
      rescue SystemCallError => e
        warn "paddock: #{file} is not kept: #{e.message}"
        false
      end

      # @return [Hash, nil]
      def read(file)
        JSON.parse(File.read(file)) if file && File.exist?(file)
      end
    end
  end
end
