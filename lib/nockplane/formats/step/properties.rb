# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Properties of products (property_definition with descriptive or measure items), colours and layers of shapes.
      class Properties
        MAX_TEXT = 200
        NAMED = {
          'red' => [1, 0, 0],
          'green' => [0, 1, 0],
          'blue' => [0, 0, 1],
          'yellow' => [1, 1, 0],
          'magenta' => [1, 0, 1],
          'cyan' => [0, 1, 1],
          'black' => [0, 0, 0],
          'white' => [1, 1, 1]
        }.freeze
        MAX_DEPTH = 30

        def initialize(file)
          @file = file
        end

        # { product definition id => { name => value } }; shapes: { product definition shape id => definition id }.
        def by_definition(shapes)
          found = Hash.new { |h, k| h[k] = {} }
          readable('PROPERTY_DEFINITION_REPRESENTATION') do |r|
            definition = @file.at(r[0])
            next unless definition&.is?('PROPERTY_DEFINITION', 'GENERAL_PROPERTY')

            owner = definition[2]&.id
            owner = shapes[owner] || owner
            items = Array(@file.at(r[1])&.args&.[](1)).grep(Part21::Ref).map { |i| @file[i] }
            items.each { |i| take(found[owner], definition, i) }
          end
          found
        end

        # { record id of a solid or face => [r, g, b] from 0 to 1 }
        def colours
          found = {}
          readable('STYLED_ITEM', 'OVER_RIDING_STYLED_ITEM') do |r|
            args = r.args
            rgb = colour(args[1], 0)
            found[args[2].id] = rgb if rgb && args[2].is_a?(Part21::Ref)
          end
          found
        end

        # { record id => layer name }
        def layers
          found = {}
          readable('PRESENTATION_LAYER_ASSIGNMENT') do |r|
            Array(r[2]).grep(Part21::Ref).each { |i| found[i.id] = r[0].to_s[0, MAX_TEXT] }
          end
          found
        end

        private

        def readable(*types)
          types.flat_map { |t| @file.ids(t) }.each do |id|
            yield @file[id]
          rescue Unusable, NoMethodError, TypeError
            next # a broken property leaves the shape as it is
          end
        end

        def take(found, definition, item)
          name = [item[0], definition[0]].find { |n| n.is_a?(String) && !n.strip.empty? } or return
          value = if item.is?('DESCRIPTIVE_REPRESENTATION_ITEM') then item[1]
                  elsif item.is?('MEASURE_REPRESENTATION_ITEM') || item.is?('MEASURE_WITH_UNIT')
                    measure = (item.leaves['MEASURE_WITH_UNIT'] || item.args.drop(1))[0]
                    measure.is_a?(Part21::Typed) ? measure.value : measure
                  end
          found[name.strip.downcase[0, 60]] = value.to_s.strip[0, MAX_TEXT] unless value.nil? || value.to_s.strip.empty?
        end

        # The first colour that a list of styles leads to.
        def colour(value, depth)
          return nil if depth > MAX_DEPTH

          case value
          when Array then value.each { |v| (rgb = colour(v, depth + 1)) && (return rgb) } && nil
          when Part21::Ref
            record = @file[value]
            return record.args.last(3).map { |c| c.to_f.clamp(0.0, 1.0) } if record.is?('COLOUR_RGB')
            return NAMED[record.args[-1].to_s.downcase] if record.is?('DRAUGHTING_PRE_DEFINED_COLOUR')

            colour(record.leaves.values.flatten(1), depth + 1)
          end
        end
      end
    end
  end
end
