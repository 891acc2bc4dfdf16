# frozen_string_literal: true

module Api
  # Finding drives, and remembering what was found.
  class DiscoveriesController < BaseController
    act create: :look, destroy: :look, forget: :plan

    def show = respond(DiscoverySerializer, DiscoveryView.new)

    def create
      Discovery.start(Gallop::Network::Places.parse(long_text(:places)))
      respond(DiscoverySerializer, DiscoveryView.new, status: :created)
    end

    def destroy
      Discovery.cancel
      respond(DiscoverySerializer, DiscoveryView.new)
    end

    def forget
      Sighting.find(params[:id]).destroy!
      respond(DiscoverySerializer, DiscoveryView.new)
    end

    # Why an address can or cannot be reached from here.
    def explain
      address, mask = %i[address mask].map { |name| IPAddr.new(text(name)).to_i }
      respond(FitSerializer, Gallop::Network::Fit.new(address, mask, Discovery.interfaces, taken: Sighting.addresses))
    rescue IPAddr::Error
      refuse(422, "An address and a mask such as 192.168.30.11 and 255.255.255.0 are expected.")
    end
  end
end
