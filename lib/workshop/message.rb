# frozen_string_literal: true

require "json"

class Workshop
  # JSON over a pipe between two processes of Gallop's own, each message behind its length.
  module Message
    HEAD = 4 # bytes that tell the length

    module_function

    def send(io, object)
      bytes = JSON.generate(object)
      io.write([ bytes.bytesize ].pack("N"), bytes)
      io.flush
    end

    # @return [Object] names as symbols @raise [EOFError] when the other end is gone
    def receive(io)
      length = exactly(io, HEAD).unpack1("N")
      JSON.parse(exactly(io, length).force_encoding(Encoding::UTF_8), symbolize_names: true)
    end

    def exactly(io, count)
      bytes = io.read(count)
      raise EOFError, "the other process has ended" if bytes.nil? || bytes.bytesize < count
      bytes
    end
  end
end
