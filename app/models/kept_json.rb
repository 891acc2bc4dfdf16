# frozen_string_literal: true

# A large JSON column that is read again and again and seldom written: the same text is parsed once, and is frozen.
class KeptJson < ActiveRecord::Type::Json
  MOST = 64 # texts

  def initialize
    super
    @parsed = {}
    @mutex = Mutex.new
  end

  def deserialize(text)
    return super unless text.is_a?(String)
    @mutex.synchronize { @parsed[text] } || keep(text, super)
  end

  private

  def keep(text, value)
    value.freeze
    @mutex.synchronize do
      @parsed.shift while @parsed.size >= MOST
      @parsed[text] = value
    end
  end
end
