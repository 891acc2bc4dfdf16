# frozen_string_literal: true

class Workshop
  # Plain objects over a pipe between two processes of Gallop's own.
  module Message
    HEAD = 4 # bytes that tell the length

    module_function

    def send(io, object)
      bytes = Marshal.dump(object)
      io.write([ bytes.bytesize ].pack("N"), bytes)
      io.flush
    end

    # @raise [EOFError] when the other end is gone
    def receive(io)
      length = exactly(io, HEAD).unpack1("N")
      Marshal.load(exactly(io, length))
    end

    def exactly(io, count)
      bytes = io.read(count)
      raise EOFError, "the other process has ended" if bytes.nil? || bytes.bytesize < count
      bytes
    end
  end
end
