# frozen_string_literal: true

require 'cgi'
require 'chunky_png'
require 'nokogiri'
require 'prawn'
require 'prawn-svg'

module Nockplane
  module Formats
    # Takes in a picture for a title block: PNG (read and written anew) or SVG (only shapes are kept). Bounded in bytes,
    # size and elements. Gives a Drawings::Picture without id; raises Unusable, in words.
    class PictureReader
      # A file that is not a picture we can use.
      class Unusable < Nockplane::Error
        include Nockplane::InputFault
      end

      MAX_BYTES = 1_000_000
      # Pixels of a PNG in all; elements, depth and attribute bytes of an SVG.
      MAX_PIXELS = 1_500_000
      MAX_ELEMENTS = 3000
      MAX_DEPTH = 30
      MAX_ATTRIBUTE = 100_000
      SHAPES = %w[svg g path rect circle ellipse line polyline polygon title desc].freeze
      ATTRIBUTES = %w[
        d
        points
        x
        y
        x1
        y1
        x2
        y2
        cx
        cy
        r
        rx
        ry
        width
        height
        viewBox
        transform
        fill
        fill-rule
        fill-opacity
        stroke
        stroke-width
        stroke-linecap
        stroke-linejoin
        stroke-miterlimit
        stroke-dasharray
        stroke-opacity
        opacity
      ].freeze
      # Values that could reach outside.
      DANGER = /url\s*\(|javascript:|data:|expression|@import|&#/i

      def self.read(bytes, name) = new(bytes, name).picture

      def initialize(bytes, name)
        @bytes = bytes.b
        @name = name.to_s.gsub(/[^\w .-]/, '')[0, 60]
      end

      def picture
        if @bytes.bytesize > MAX_BYTES
          refuse(
            "has #{(@bytes.bytesize / 1e6).round(1)} MB; a picture has at most #{MAX_BYTES / 1_000_000} MB. Save it " \
            "smaller or as simple shapes"
          )
        end

        refuse('is empty') if @bytes.empty?
        return png if @bytes.start_with?(PngChunks::SIGNATURE)

        @bytes[0, 4096].match?(/<svg[\s>]/i) ? svg : refuse('is neither a PNG nor an SVG picture')
      end

      private

      def refuse(why) = raise(Unusable, "#{@name.empty? ? 'The file' : @name} #{why}.")

      # Size and unpacked size are asked before a decoder gets the bytes; it gets only what makes the picture.
      def png
        chunks = PngChunks.of(@bytes) or refuse('is a broken PNG picture: it has no head, or is cut off')
        width, height = chunks.find { |name, _| name == 'IHDR' }[1].unpack('NN')
        unless (width.to_i * height.to_i).between?(1, MAX_PIXELS)
          refuse("has #{width} x #{height} pixels; at most #{MAX_PIXELS} in all are taken")
        end

        # At most 8 bytes a pixel, and a few a row and interlace pass.
        unless PngChunks.unpack_within?(chunks, (width * height * 8) + (height * 16) + 1024)
          refuse('unpacks to far more than its pixels')
        end

        Drawings::Picture.new(
          name: @name,
          kind: 'png',
          data: [decoded(PngChunks.file(chunks)).to_blob(:fast_rgba)].pack('m0'),
          width: width.to_f,
          height: height.to_f
        )
      rescue Zlib::Error
        refuse('is a broken PNG picture and could not be read')
      end

      # Whatever the decoder stumbles over, the file is broken.
      def decoded(bytes)
        ChunkyPNG::Image.from_blob(bytes)
      rescue StandardError
        refuse('is a broken PNG picture and could not be read')
      end

      def svg
        text = @bytes.dup.force_encoding('UTF-8')
        refuse('is not UTF-8 text') unless text.valid_encoding?
        refuse('declares a document type or entities; save it as plain SVG') if text.match?(/<!(DOCTYPE|ENTITY)/i)
        document = Nokogiri::XML(text) { |c| c.strict.nonet }
        root = document.root
        refuse('is not an SVG picture') unless root&.name == 'svg'
        check(root)
        width, height, box = size(root)
        text = clean(root, width, height, box)
        draw(text)
        Drawings::Picture.new(name: @name, kind: 'svg', data: [text].pack('m0'), width: width, height: height)
      rescue Nokogiri::XML::SyntaxError => e
        refuse("is a broken SVG picture: line #{e.line}")
      end

      # Shapes that a sheet can't be printed with are told now, not when it is issued.
      def draw(text)
        Prawn::Document.new(page_size: [300, 300]).svg(
          text,
          width: 200,
          enable_web_requests: false,
          enable_file_requests_with_root: nil
        )
      rescue StandardError => e
        refuse("has shapes that can't be drawn (#{e.class.name.split('::').last}: #{e.message[0, 60]})")
      end

      # Everything that is not a plain shape is refused by name.
      def check(root)
        count = 0
        visit =
          lambda do |node, depth|
            count += 1
            refuse("has more than #{MAX_ELEMENTS} shapes") if count > MAX_ELEMENTS
            refuse("has groups more than #{MAX_DEPTH} deep") if depth > MAX_DEPTH
            unless SHAPES.include?(node.name) && [nil, 'http://www.w3.org/2000/svg'].include?(node.namespace&.href)
              refuse(
                "has a <#{node.name}>, line #{node.line}: scripts, styles, text, images and links are not taken; " \
                "turn it into plain shapes"
              )
            end

            check_attributes(node)
            node.element_children.each { |c| visit[c, depth + 1] }
          end
        visit[root, 0]
      end

      def check_attributes(node)
        node.attribute_nodes.each do |a|
          refuse("has a script (#{a.name}), line #{node.line}") if a.node_name.match?(/\Aon/i)
          refuse("has #{a.name} too long, line #{node.line}") if a.value.bytesize > MAX_ATTRIBUTE
          if ATTRIBUTES.include?(a.node_name) && a.value.match?(DANGER)
            refuse("reaches outside itself (#{a.name}), line #{node.line}")
          end
        end
      end

      def size(root)
        box = root['viewBox'].to_s.split(/[\s,]+/).map { |v| Float(v, exception: false) }
        box = nil unless box.size == 4 && box.all?
        width, height = box ? box[2, 2] : %w[width height].map { |k| root[k].to_s[/\A\s*([\d.]+)/, 1].to_f }
        unless [width, height].all? { |v| v.between?(0.1, 100_000) } && (width / height).between?(0.01, 100)
          refuse('has no size: give it a viewBox')
        end

        [width, height, box || [0.0, 0.0, width, height]]
      end

      # A document of our own with the shapes and the attributes we know; presentation in style="" is taken apart.
      def clean(root, width, height, box)
        out =
          +%(<svg xmlns="http://www.w3.org/2000/svg" width="#{width}" height="#{height}" viewBox="#{box.join(' ')}">)
        root.element_children.each { |c| element(c, out) }
        out << '</svg>'
      end

      def element(node, out)
        return if %w[title desc].include?(node.name)

        kept = styles(node).merge(ATTRIBUTES.filter_map { |k| [k, node[k]] if node[k] }.to_h)
        out << "<#{node.name}#{kept.map { |k, v| %( #{k}="#{CGI.escapeHTML(v)}") }.join}>"
        node.element_children.each { |c| element(c, out) }
        out << "</#{node.name}>"
      end

      def styles(node)
        node['style']
          .to_s
          .split(';')
          .filter_map { |rule| rule.split(':', 2).map(&:strip) }
          .select { |k, v| ATTRIBUTES.include?(k) && v && !v.match?(DANGER) }
          .to_h
      end
    end
  end
end
