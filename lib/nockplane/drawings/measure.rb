# frozen_string_literal: true

module Nockplane
  module Drawings
    # Snapshots of model dimensions as plain data, kept in the drawing so that an adrift dimension still shows what it was.
    module Measure
      FIELDS = %i[kind value unit tolerance count prefix parameter faces from to axis centre].freeze

      module_function

      # Plain hash of a ModelDimension; of a measured one it says so.
      def snapshot(dimension)
        plain = FIELDS.to_h { |f| [f.to_s, plain(dimension[f])] }
        Modelling::Measured.id?(dimension.id) ? plain.merge('measured' => true) : plain
      end

      def plain(value)
        case value
        when Symbol then value.to_s
        when Array then value.map { |v| plain(v) }
        when Float then value.round(6)
        else value
        end
      end

      # Size in words by the drawing's standard.
      def words(standard, snapshot)
        standard = standard.with('precision' => [standard.measured_precision, standard.precision].min) if snapshot['measured']
        Drafting::SizeText.new(standard).words(kind: snapshot['kind'].to_sym, value: snapshot['value'], tolerance: snapshot['tolerance'],
                                               count: snapshot['count'], prefix: snapshot['prefix'])
      end

      # The bare number as a person would type it on a drawing of the standard: "24,5", "1 3/8", "30".
      def typed(standard, snapshot)
        text = Drafting::SizeText.new(standard)
        snapshot['kind'] == 'angle' ? text.angle(snapshot['value']).delete_suffix('°') : text.number(snapshot['value'])
      end

      # Can the dimension be shown in a view of this frame? 2 well, 1 possibly, 0 not. (In-plane, or seen end-on.)
      def suits(kind, from, to, axis, frame)
        along = axis && frame.along?(axis)
        square = axis && frame.square?(axis)
        flat = Geometry::Vec.distance(from, to) > 1e-9 && frame.square?(Geometry::Vec.unit(Geometry::Vec.sub(to, from)))
        case kind.to_s
        when 'linear', 'depth' then flat ? 2 : 0
        when 'centres' then flat ? (along ? 2 : 1) : 0
        when 'turned_diameter' then square ? 2 : (along ? 1 : 0)
        when 'diameter' then along ? 2 : (square ? 1 : 0)
        when 'pitch_circle', 'radius', 'angle' then along ? 2 : 0
        when 'tolerance_frame', 'datum' then Geometry::Vec.distance(from, to) < 1e-9 ? (square ? 2 : 0) : (along ? 2 : 1)
        else square ? 2 : (along ? 1 : 0)
        end
      end

      # :linear, :leader or :angle.
      def form(snapshot, frame)
        case snapshot['kind']
        when 'linear', 'depth', 'centres' then :linear
        when 'angle' then :angle
        when 'diameter', 'turned_diameter' then frame.along?(snapshot['axis']) ? :leader : :linear
        else :leader
        end
      end
    end
  end
end
