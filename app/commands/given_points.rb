# frozen_string_literal: true

module App
  module Commands
    # Points, directions and ways of cutting as options of the command line give them.
    module GivenPoints
      # How --section cuts.
      def wish
        count = points(:section, 3).size
        form =
          if options[:half]
            'half'
          elsif options[:steps] || count > 3
            'stepped'
          else
            count == 3 ? 'bend' : 'full'
          end
        uncut = options[:uncut] && (options[:uncut] == 'none' ? [] : options[:uncut].split(',').map(&:strip))
        Commands::SectionView::Wish.new(
          form: form,
          depth: options[:depth],
          slice: options[:slice] == true,
          uncut: uncut,
          around: options[:around] == true
        )
      end

      # Steps or profile of a section, nil for a plane one.
      def cutter
        return { steps: points(:steps, 3) } if options[:steps]
        return nil unless options[:profile]
        raise Nockplane::Error, '--profile needs --depth, how deep it is cut in mm' unless options[:depth]&.positive?

        { profile: points(:profile, 2), depth: options[:depth] }
      end

      def points(name, count)
        options[name]
          .split(';')
          .map do |text|
            found = text.split(',').map { |v| Float(v, exception: false) }
            unless found.size == count && found.all? { |v| v&.finite? }
              raise Nockplane::Error, "--#{name}: '#{text}' is not #{count} numbers"
            end

            found
          end
      end

      def vector(name) = numbers(name, 3, 'X,Y,Z')

      def numbers(name, count, words)
        given = options[name] || '0,0,1'
        found = given.split(',').map { |v| Float(v, exception: false) }
        unless found.size == count && found.all? { |v| v&.finite? }
          raise Nockplane::Error, "--#{name} #{given}: #{count} numbers #{words} are needed"
        end

        found
      end
    end
  end
end
