# frozen_string_literal: true

# Word that the search for drives has come further.
class DiscoveryChannel < ApplicationCable::Channel
  def subscribed = stream_from("discovery")
end
