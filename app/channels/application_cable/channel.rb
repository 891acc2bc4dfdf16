module ApplicationCable
  class Channel < ActionCable::Channel::Base
  end
end
