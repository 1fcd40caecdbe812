# frozen_string_literal: true

require 'openssl'

module App
  # The address under which the shop floor reads one packet and nothing else: nobody comes from it to another packet,
  # nor to what is in work.
  module ShopLink
    LENGTH = 32

    module_function

    # Path of a packet's page.
    def path(packet) = "/shop/#{packet.id}/#{token(packet)}"

    # The packet of an address. Raises Refused.
    def packet(id, token)
      found = Records::Packet.find_by(id: id.to_i)
      return found if found && Rack::Utils.secure_compare(token(found), token.to_s)

      raise Refused.new('This address opens no packet. Ask for the link again.', status: 404)
    end

    def token(packet)
      OpenSSL::HMAC.hexdigest('SHA256', SessionKey.read, "shop #{packet.id} #{packet.digest}")[0, LENGTH]
    end
  end
end
