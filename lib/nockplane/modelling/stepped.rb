# frozen_string_literal: true

module Nockplane
  module Modelling
    # Outline of a turned part from steps (diameter, length, chamfer or round at the step's far corner) along u from 0,
    # optionally around a through bore. Piece names: STEP (its rim), STEP.shoulder (the plane before it), start, end,
    # bore.
    class Stepped
      attr_reader :pieces, :sizes

      def initialize(fields)
        @f = fields
        @sizes = []
        @f.only('kind', 'steps', 'bore', 'start_chamfer', 'inner')
        @steps = read_steps
        @bore = @f.optional_size('bore')
        thin = @steps.find { |s| @bore && @bore >= s[:d] }
        if thin
          @f.fault('bore', "#{Fault.mm(@bore)} mm leaves no wall in step '#{thin[:name]}' of #{Fault.mm(thin[:d])} mm")
        end

        @pieces = Corners.apply(outline, treatments) { |why| @f.fault('steps', why) }
        measure
      end

      private

      def read_steps
        steps = @f.parts('steps')
        @f.fault('steps', 'a turned part needs at least one step') if steps.empty?
        u = 0.0
        read = steps.map do |s|
          s.only('name', 'diameter', 'length', 'chamfer', 'round')
          name = s.raw('name').to_s
          unless Recipe::NAME.match?(name)
            s.fault('name', "a step needs a name of small letters, digits and _ (found '#{name}')")
          end

          length = s.size('length')
          step = { fields: s, name: name, d: s.size('diameter'), from: u, to: u += length,
                   chamfer: s.optional_size('chamfer'), round: s.optional_size('round') }
          step
        end
        @f.fault('steps', 'two steps have one name') unless read.map { |s| s[:name] }.uniq.size == read.size
        read
      end

      # Points run up the start plane, along the rims and back down: clockwise; Turned turns it.
      def outline
        inner = (@bore || 0.0) / 2
        at = [0.0, inner]
        pieces = []
        go = lambda do |name, to|
          pieces << Solids::Piece.new(name, at, to) unless at == to
          at = to
        end
        @steps.each_with_index do |s, i|
          go.call(i.zero? ? 'start' : "#{s[:name]}.shoulder", [s[:from], s[:d] / 2])
          go.call(s[:name], [s[:to], s[:d] / 2])
        end
        go.call('end', [@steps[-1][:to], inner])
        go.call(@bore ? 'bore' : 'axis', [0.0, inner])
        pieces
      end

      def treatments
        found = {}
        names = outline.map(&:name)
        @steps.each do |s|
          found[names.index(s[:name])] = [:chamfer, s[:chamfer]] if s[:chamfer]
          found[names.index(s[:name])] = [:round, s[:round]] if s[:round]
        end
        found[0] = [:chamfer, @f.size('start_chamfer')] if @f.key?('start_chamfer')
        found
      end

      def measure
        @steps.each_with_index do |s, i|
          r = s[:d] / 2
          mid = (s[:from] + s[:to]) / 2
          add(s[:fields], 'diameter', :turned_diameter, [s[:name]], [mid, -r], [mid, r])
          add(s[:fields], 'length', :linear, [plane_before(i), plane_after(i)], [s[:from], r], [s[:to], r])
          if s[:round]
            add(
              s[:fields],
              'round',
              :tube_radius,
              ["#{s[:name]}+#{plane_after(i)}"],
              [s[:to] - s[:round], r - s[:round]],
              [s[:to], r]
            )
          end
        end
        if @bore
          add(@f, 'bore', :turned_diameter, ['bore'], [@steps[-1][:to], -@bore / 2], [@steps[-1][:to], @bore / 2])
        end
      end

      def plane_before(index) = index.zero? ? 'start' : "#{@steps[index][:name]}.shoulder"
      def plane_after(index) = index == @steps.size - 1 ? 'end' : "#{@steps[index + 1][:name]}.shoulder"

      def add(fields, field, kind, pieces, from, to)
        value = kind == :tube_radius ? fields.size(field) : Math.hypot(to[0] - from[0], to[1] - from[1])
        @sizes << Profile::Size.new(
          field: fields.path_of(field),
          kind: kind,
          pieces: pieces,
          from: from,
          to: to,
          value: value
        )
      end
    end
  end
end
