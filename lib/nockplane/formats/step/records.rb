# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Records being written: numbers them, writes points, directions and placements once, and knows how numbers look.
      class Records
        def initialize
          @lines = []
          @kept = {}
        end

        # Adds a record; parameters are Integer for a reference, Float, String (quoted), Symbol (enumeration), Array,
        # nil ($), or :* and Raw. Gives its number.
        def add(type, *parameters)
          @lines << "##{@lines.size + 1}=#{type}(#{parameters.map { |p| text(p) }.join(',')});"
          @lines.size
        end

        Raw = Struct.new(:text)

        # A complex instance; leaves: [[TYPE, parameters], ...] in alphabetical order.
        def complex(*leaves)
          written = leaves.map { |type, *parameters| "#{type}(#{parameters.map { |p| text(p) }.join(',')})" }
          @lines << "##{@lines.size + 1}=(#{written.join});"
          @lines.size
        end

        def point(p) = @kept[[:point, p]] ||= add('CARTESIAN_POINT', '', p.map(&:to_f))

        def direction(d)
          @kept[[:direction, d.map { |c| c.round(15) + 0.0 }]] ||= add('DIRECTION', '', d.map { |c| c.round(15) + 0.0 })
        end

        def placement(origin, z, x) = add('AXIS2_PLACEMENT_3D', '', point(origin), direction(z), direction(x))

        def to_s = @lines.join("\n")
        # A number as it stands in a file.
        def number(value) = real(value.to_f)

        private

        def text(value)
          case value
          when Integer
            "##{value}"
          when Float
            real(value)
          when String
            Encoding.encode(value)
          when Symbol
            value == :* ? '*' : ".#{value}."
          when Array
            "(#{value.map { |v| text(v) }.join(',')})"
          when Raw
            value.text
          else
            '$'
          end
        end

        # A real contains a point (clause 6.4.2).
        def real(value)
          found = value.round(12).to_s
          found = "#{found}." unless found.match?(/[.eE]/)
          found.sub(/(?<!\.\d)e/, 'E').sub('e', 'E').sub(/\A(-?\d+)E/, '\1.E').sub(/\.0\z/, '.').sub(/\.0E/, '.E')
        end
      end
    end
  end
end
