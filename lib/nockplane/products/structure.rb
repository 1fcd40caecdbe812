# frozen_string_literal: true

module Nockplane
  module Products
    # What an assembly is made of: its distinct parts over the whole of it, what stands in it directly, or both level by
    # level (ISO 7573). A sub-assembly that is bought as a whole is one thing, whatever is inside.
    class Structure
      # all: every distinct part once; top: what stands in the assembly directly; indented: level by level.
      KINDS = %w[all top indented].freeze

      # One line: key: what tells it from others; level: 0 for what stands in the assembly directly; quantity: in the
      # one above it; total: in the whole assembly; paths: of its instances, as faces are called after them;
      # reference, name, properties, purchased, variant: as of an Assembly::Instance; unit: is it a sub-assembly?
      Line =
        Struct.new(
          :key,
          :level,
          :quantity,
          :total,
          :paths,
          :reference,
          :name,
          :properties,
          :purchased,
          :variant,
          :unit,
          keyword_init: true
        ) do
          def number = (properties['number'] || reference).to_s

          # made, purchased, standard (bought by the designation of a standard) or assembly.
          def kind
            words = [number, reference, name, properties['standard']].compact.join(' ')
            return 'standard' if Uncut::DESIGNATION.match?(words)

            purchased ? 'purchased' : (unit ? 'assembly' : 'made')
          end
        end

      # model: Modelling::Model of an assembly (of a part: itself, once).
      def initialize(model)
        @model = model
      end

      # [Line] in the order of the components. Raises ArgumentError for a structure that is not known.
      def lines(structure = 'all')
        return [alone] if @model.components.empty?

        case structure
        when 'all'
          all
        when 'top'
          level([], 0, 1)
        when 'indented'
          indented([], 0, 1)
        else
          raise ArgumentError, "structure #{structure}: use #{KINDS.join(', ')}"
        end
      end

      private

      def alone
        number = @model.properties['number'].to_s
        Line.new(
          key: key_of(number, @model.name, nil),
          level: 0,
          quantity: 1,
          total: 1,
          paths: [],
          reference: number,
          name: @model.name,
          properties: @model.properties,
          purchased: false
        )
      end

      def all
        grouped(leaves, 0, 1).each { |line| line.total = line.quantity }
      end

      # [[path of names, Instance or Unit], ...] of all parts, and of what is bought as a whole.
      def leaves
        found = {}
        instances.each do |names, instance|
          bought = (1...names.size).find { |n| @model.units[names.first(n).join(':')]&.purchased }
          path = bought ? names.first(bought) : names
          found[path] ||= bought ? @model.units[path.join(':')] : instance
        end
        found.to_a
      end

      def instances = @instances ||= @model.components.map { |i| [i.path.split(':'), i] }

      # Lines of what stands directly under a path of names; times: how often that stands in the whole.
      def level(above, depth, times)
        under = (@under ||= {})[above] ||= children(above)
        grouped(under, depth, times)
      end

      def children(above)
        depth = above.size
        found = {}
        instances.each do |names, instance|
          next unless names.size > depth && names.first(depth) == above

          path = names.first(depth + 1)
          found[path] ||= names.size == depth + 1 ? instance : @model.units[path.join(':')] || instance
        end
        found.to_a
      end

      # (What stands in a sub-assembly is read off its first instance: the others are made alike.)
      def indented(above, depth, times)
        level(above, depth, times).flat_map do |line|
          inside = line.unit && !line.purchased ? line.paths[0].split(':') : nil
          inside ? [line, *indented(inside, depth + 1, line.total)] : [line]
        end
      end

      def grouped(found, depth, times)
        groups = found.group_by { |_, thing| [key_of(*naming(thing)), body(thing)] }
        used = Hash.new(0)
        groups.map do |(key, _), list|
          thing = list[0][1]
          nth = used[key] += 1
          Line.new(
            key: nth == 1 ? key : "#{key} | #{nth}",
            level: depth,
            quantity: list.size,
            total: list.size * times,
            paths: list.map { |path, _| path.join(':') },
            reference: thing.reference,
            name: thing.name,
            properties: thing.properties,
            purchased: thing.purchased,
            variant: thing.variant,
            unit: thing.is_a?(Modelling::Assembly::Unit)
          )
        end
      end

      def naming(thing) = [thing.properties['number'] || thing.reference, thing.name, thing.variant]

      # What else tells one part of a file from another that is called the same: its shape.
      def body(thing) = @model.imported? && thing.is_a?(Modelling::Assembly::Instance) ? thing.part : nil

      def key_of(number, name, variant) = [number, name, variant].compact.map(&:to_s).join(' | ')
    end
  end
end
