# frozen_string_literal: true

# Everything ships with the application; nothing is loaded from elsewhere and no script runs inline. Style elements
# made by the interface carry the nonce of the page.
Rails.application.configure do
  config.content_security_policy do |policy|
    policy.default_src :self
    policy.img_src :self, :data, :blob
    policy.style_src :self
    policy.object_src :none
    policy.base_uri :none
    policy.frame_ancestors :none
    policy.form_action :self
    # Of a controller, or of a request that has none
    policy.connect_src :self, -> { "ws://#{(respond_to?(:request) ? request : self).host_with_port}" }
    # Vite's server (bin/dev) brings changed views by a socket of its own, and styles without a nonce.
    if Rails.env.development?
      policy.script_src :self
      policy.style_src :self, :unsafe_inline
      policy.connect_src :self, "ws://127.0.0.1:*", "ws://localhost:*"
    end
  end
  config.content_security_policy_nonce_generator = ->(_request) { SecureRandom.base64(16) }
  config.content_security_policy_nonce_directives = Rails.env.development? ? %w[script-src] : %w[style-src]
end
