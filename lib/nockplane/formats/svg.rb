# frozen_string_literal: true

require 'cgi'

module Nockplane
  module Formats
    # SVG 1.1 of a Scene: 1 user unit = 1 mm, y flipped once per number. Every group carries its owner's cell key in
    # data-owner and its layer names as classes. Text is escaped; nothing in it can run script.
    class Svg
      FONT_FAMILY = 'osifont'

      # standalone: with the XML head and the font embedded, for download.
      def self.write(scene, standalone: false) = new(scene, standalone).write

      # Only the groups of a scene, to be put into its SVG.
      def self.groups(scene) = new(scene, false).groups

      def initialize(scene, standalone)
        @scene = scene
        @standalone = standalone
        @out = +''
      end

      def write
        mx, my = @scene.overhang
        size = [@scene.width + (2 * mx), @scene.height + (2 * my)]
        @out << %(<?xml version="1.0" encoding="UTF-8"?>\n) if @standalone
        @out << %(<svg xmlns="http://www.w3.org/2000/svg" class="sheet" width="#{num(size[0])}mm" ) <<
          %(height="#{num(size[1])}mm" viewBox="#{num(-mx)} #{num(-my)} #{num(size[0])} #{num(size[1])}" ) <<
          %(font-family="#{FONT_FAMILY}" fill="none" stroke-linecap="butt" stroke-linejoin="round">)
        @out << "<title>#{escape(@scene.title)}</title>"
        font if @standalone
        @out << %(<rect class="paper" x="#{num(-mx)}" y="#{num(-my)}" width="#{num(size[0])}" ) <<
          %(height="#{num(size[1])}" fill="#ffffff"/>)
        @standalone && !@scene.layers.empty? ? by_layer : @scene.groups.each { |g| group(g) }
        @out << '</svg>'
      end

      def groups
        @scene.groups.each { |g| group(g) }
        @out
      end

      private

      def font
        data = [File.binread(Drafting::Lettering::FONT)].pack('m0')
        @out << "<style>@font-face{font-family:#{FONT_FAMILY};src:url(data:font/ttf;base64,#{data})}</style>"
      end

      # One group a layer, named for people; a layer switched off is there but not shown.
      def by_layer
        @scene.layers.each do |layer|
          owned =
            @scene.groups.filter_map do |g|
              g
                .items
                .select { |i| i.layer == layer.id }
                .then { |items| Drawings::Group.new(owner: g.owner, items: items, state: g.state) unless items.empty? }
            end
          next if owned.empty?

          hidden = layer.visible ? '' : ' display="none"'
          name = escape(layer.name)
          @out << %(<g id="layer-#{slug(layer.id)}" data-layer="#{name}"#{hidden}><desc>#{name}</desc>)
          owned.each { |g| group(g) }
          @out << '</g>'
        end
      end

      def group(group)
        state = group.state ? %( data-state="#{escape(group.state)}") : ''
        @out << %(<g data-owner="#{escape(group.owner)}"#{state}>)
        group.items.each { |item| send(item.class.name.split('::').last.downcase, item) }
        @out << '</g>'
      end

      def line(item)
        d = item.points.each_with_index.map { |(x, y), i| "#{i.zero? ? 'M' : 'L'}#{num(x)} #{num(flip(y))}" }.join
        stroke(item.closed ? "#{d}Z" : d, item)
      end

      def curve(item)
        at = ->(p) { "#{num(p[0])} #{num(flip(p[1]))}" }
        stroke("M#{at[item.points[0]]}#{item.beziers.map { |b| "C#{b.drop(1).map(&at).join(' ')}" }.join}", item)
      end

      def arc(item)
        return stroke(full(item), item) if item.closed?

        a = item.at(item.from)
        b = item.at(item.to)
        large = item.to - item.from > Math::PI ? 1 : 0
        stroke("M#{num(a[0])} #{num(flip(a[1]))}#{arc_to(item, large, b)}", item)
      end

      # A closed ellipse as two halves.
      def full(item)
        a = item.at(item.from)
        b = item.at(item.from + Math::PI)
        "M#{num(a[0])} #{num(flip(a[1]))}#{arc_to(item, 0, b)}#{arc_to(item, 0, a)}Z"
      end

      # y is flipped, so counter-clockwise in the core is sweep 0 here and rotation changes sign.
      def arc_to(item, large, to)
        "A#{num(item.rx)} #{num(item.ry)} #{num(-item.rotation * 180 / Math::PI)} #{large} 0 #{num(to[0])} " \
          "#{num(flip(to[1]))}"
      end

      def stroke(d, item)
        dash = item.dash ? %( stroke-dasharray="#{item.dash.map { |v| num(v) }.join(' ')}") : ''
        tone = item.tone || Drafting::Ink::BLACK
        @out << %(<path class="l-#{slug(item.layer)}" d="#{d}" stroke="#{tone}" ) <<
          %(stroke-width="#{num(item.width)}"#{dash}/>)
      end

      def fill(item)
        tone = item.tone || Drafting::Ink::BLACK
        points = item.points.map { |x, y| "#{num(x)},#{num(flip(y))}" }.join(' ')
        @out << %(<polygon class="l-#{slug(item.layer)}" points="#{points}" fill="#{tone}"/>)
      end

      # Regions get a hair of their own colour, so that neighbours leave no gap when drawn with smooth edges.
      def region(item)
        d =
          item
            .loops
            .map do |l|
              "#{l.each_with_index.map { |(x, y), i| "#{i.zero? ? 'M' : 'L'}#{num(x)} #{num(flip(y))}" }.join}Z"
            end
            .join
        @out << %(<path class="l-#{slug(item.layer)}" d="#{d}" fill="#{item.tone}" fill-rule="evenodd" ) <<
          %(stroke="#{item.tone}" stroke-width="0.06"/>)
      end

      def picture(item)
        type = { 'svg' => 'image/svg+xml', 'png' => 'image/png' }.fetch(item.kind)
        @out << %(<image class="l-#{slug(item.layer)}" x="#{num(item.x)}" y="#{num(flip(item.y + item.height))}" ) <<
          %(width="#{num(item.width)}" height="#{num(item.height)}" ) <<
          %(href="data:#{type};base64,#{escape(item.data)}"/>)
      end

      def text(item)
        x = num(item.x)
        y = num(flip(item.y))
        turn = item.angle.zero? ? '' : %( transform="rotate(#{num(-item.angle)} #{x} #{y})")
        anchor = item.anchor == :start ? '' : %( text-anchor="#{item.anchor}")
        size = num(Drafting::Lettering.font_size(item.height))
        @out << %(<text class="l-#{slug(item.layer)}" x="#{x}" y="#{y}" font-size="#{size}" ) <<
          %(fill="#{item.tone || Drafting::Ink::BLACK}"#{anchor}#{turn}>#{escape(item.string)}</text>)
      end

      def flip(y) = @scene.height - y
      def slug(layer) = layer.to_s.gsub(/[^A-Za-z0-9_-]/, '-')
      def escape(text) = CGI.escapeHTML(Drafting::Legible.clean(text.to_s))

      # At most four decimals, no trailing zeros, never "-0".
      def num(value)
        rounded = value.round(4)
        whole = rounded.to_i
        (whole == rounded ? whole : rounded).to_s
      end
    end
  end
end
