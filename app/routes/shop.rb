# frozen_string_literal: true

module App
  module Routes
    # What the shop floor sees of a packet: reading only, by a link that opens nothing else.
    module Shop
      def self.registered(app)
        app.helpers { define_method(:shown_packet) { ShopLink.packet(params['id'], params['token']) } }

        app.get '/shop/:id/:token' do
          packet = shown_packet
          erb :shop, layout: false, locals: { packet: packet, later: Records::Packet.later_than(packet) }
        end

        app.get '/shop/:id/:token/zip' do
          packet = shown_packet
          download("#{packet.stem}.zip", 'application/zip', PacketStore.read(packet.digest))
        end

        app.get '/shop/:id/:token/files/:name' do
          file = shown_packet.file(params['name']) or raise Refused.new('The packet has no such file.', status: 404)
          download(file['name'], file['kind'], PacketStore.read(file['digest']))
        end

        app.get '/shop/:id/:token/sheets/:sheet.svg' do
          sheet_picture(shown_packet, params['sheet'])
        end
      end
    end
  end
end
