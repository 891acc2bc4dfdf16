# frozen_string_literal: true

# Everything ships with the application; nothing is loaded from elsewhere and no script runs inline. Style elements made by the interface
# carry the nonce of the page.
Rails.application.configure do
  config.content_security_policy do |policy|
    policy.default_src :self
    policy.img_src     :self, :data, :blob
    policy.style_src   :self
    policy.object_src  :none
    policy.base_uri    :none
    policy.frame_ancestors :none
    policy.form_action :self
    policy.connect_src :self, -> { "ws://#{(respond_to?(:request) ? request : self).host_with_port}" } # of a controller, or of a request that has none
  end
  config.content_security_policy_nonce_generator = ->(_request) { SecureRandom.base64(16) }
  config.content_security_policy_nonce_directives = %w[style-src]
end
