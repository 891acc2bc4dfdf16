# frozen_string_literal: true

module Link
  # The device that answers is linked by another drive of some project already: one device, one link.
  class Elsewhere < Gallop::Refusal
    kind :not_now

    # @param other [Connection]
    def initialize(identity, other)
      super(
        "This is the device with serial number #{identity.serial} that is linked as " \
          "#{other.name} (#{other.where}) already. " \
          "One device has one link: disconnect it there, or use it there."
      )
    end
  end
end
