# frozen_string_literal: true

require "json"

class Workshop
  # JSON over a pipe between two processes of Gallop's own, and bytes of a file as they are, behind the lengths of both.
  module Message
    HEAD = 8 # bytes that tell the lengths

    module_function

    def send(io, object, file = "")
      text = JSON.generate(object)
      io.write([text.bytesize, file.bytesize].pack("NN"), text, file)
      io.flush
    end

    # @return [Array] the object, its names as symbols, and the bytes of the file
    # @raise [EOFError] when the other end is gone
    def receive(io)
      lengths = exactly(io, HEAD).unpack("NN")
      text, file = lengths.map { |length| exactly(io, length) }
      [JSON.parse(text.force_encoding(Encoding::UTF_8), symbolize_names: true), file]
    end

    def exactly(io, count)
      return "".b if count.zero?
      bytes = io.read(count)
      raise EOFError, "the other process has ended" if bytes.nil? || bytes.bytesize < count
      bytes
    end
  end
end
