# frozen_string_literal: true

require "websocket/driver"

# The heart of a browser tab, without the browser: a web socket to a real server that gives signs of life until it is
# broken.
class TabHeart
  BEAT = 0.08

  attr_reader :url

  def initialize(port, tab)
    @url = "ws://127.0.0.1:#{port}/heart"
    @socket = TCPSocket.new("127.0.0.1", port)
    @driver = WebSocket::Driver.client(self)
    @driver.set_header("Origin", "http://127.0.0.1:#{port}")
    @driver.start
    @driver.parse(@socket.readpartial(4096))
    @driver.text(tab)
    @thread = Thread.new { beat }
  end

  def write(bytes) = @socket.write(bytes)
  def alive? = @thread.alive?

  # As a browser that is killed.
  def stop
    @thread.kill
    @socket.close
  rescue IOError
    nil
  end

  private

  def beat
    loop do
      @driver.text("")
      sleep BEAT
    end
  rescue SystemCallError, IOError
    nil # the server is gone
  end
end
