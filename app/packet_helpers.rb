# frozen_string_literal: true

module App
  # What routes of packets need.
  module PacketHelpers
    # A drawing that can be issued. Raises Refused.
    def issuable(slug)
      drawing = Records::Drawing.at(slug)
      raise Refused, 'A variant of a series is issued with its series.' if drawing.variant

      drawing
    end

    # A day such as "2026-11-29". Raises Refused.
    def day_of(text)
      Date.strptime(text.to_s, '%Y-%m-%d')
    rescue Date::Error
      raise Refused, "“#{text.to_s[0, 20]}” is no day; write 2026-11-29."
    end

    def download(name, type, bytes)
      content_type type
      attachment name
      bytes
    end

    # A sheet of a packet as a picture. Raises Refused.
    def sheet_picture(packet, id)
      sheet = packet.value&.sheet(id) or raise Refused.new('The packet has no such sheet.', status: 404)
      picture_policy
      etag "packet-#{packet.id}-#{sheet.id}"
      content_type 'image/svg+xml'
      issued_svg(packet, sheet)
    end

    def issued_svg(packet, sheet)
      scene = SheetFiles.scene(packet.value, sheet, numbers: packet.marked ? packet.known_numbers : nil)
      Nockplane::Formats::Svg.write(scene, standalone: true)
    end

    # A name as a part of an address.
    def url_part(name) = ERB::Util.url_encode(name)

    # "12 kB"
    def size_words(bytes)
      return "#{bytes} bytes" if bytes < 1000

      bytes < 1_000_000 ? "#{(bytes / 1000.0).round} kB" : "#{(bytes / 1_000_000.0).round(1)} MB"
    end
  end
end
