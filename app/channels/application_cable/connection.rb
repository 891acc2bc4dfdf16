# frozen_string_literal: true

module ApplicationCable
  # Any page of this application may listen; the origin is checked by Action Cable.
  class Connection < ActionCable::Connection::Base
  end
end
