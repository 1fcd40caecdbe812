# frozen_string_literal: true

module Nockplane
  module Linking
    # What the links of a chain of sizes (Chain::Link) come to: at worst, and by the root of the sum of squares. Who
    # includes it has @nominal (mm), @links and @problem (a sentence where there is no chain).
    module AddedUp
      # mm by which a limit may be passed by rounding.
      EVEN = 1e-9

      # The chain between two faces of a text: of a part, or through an assembly. source: Products::Source; general:
      # class of ISO 2768-1 for sizes without a tolerance, nil for none.
      def self.between(source, text, from, to, general: 'm')
        model = source.model_of(text)
        return AssemblyChain.new(source, text, from, to, general: general) if model.assembly?

        Chain.new(model, from, to, general: general, sides: source.flats.sides(text))
      end

      attr_reader :nominal, :links, :problem

      def closed? = @problem.nil?

      # Sentence about sizes that have no tolerance; nil when all have one.
      def loose =
        @links.reject(&:by).map(&:id).then { |ids| ids.empty? ? nil : "without a tolerance: #{ids.join(', ')}" }

      # [least, greatest] distance with every size at its limits.
      def worst
        sums = %i[min max].map { |which| known.sum { |l| [l.share * l.lower, l.share * l.upper].public_send(which) } }
        sums.map { |s| @nominal + s }
      end

      # [least, greatest] by the root of the sum of squares of half the zones, about the middle of all.
      def likely
        middle = @nominal + known.sum { |l| l.share * (l.upper + l.lower) / 2 }
        half = Math.sqrt(known.sum { |l| (l.width / 2)**2 })
        [middle - half, middle + half]
      end

      # Does the distance stay within limits (mm, nil for none): :worst, also with every size at its limits; :likely, by
      # the root of the sum of squares only; :never.
      def kept(least, greatest)
        within = ->((low, high)) { (least.nil? || low >= least - EVEN) && (greatest.nil? || high <= greatest + EVEN) }
        return :worst if within[worst]

        within[likely] ? :likely : :never
      end

      # { link => part of the worst case that is its own, 0 to 1 }.
      def contributions
        all = known.sum(&:width)
        known.to_h { |l| [l, all.zero? ? 0.0 : l.width / all] }
      end

      private

      def known = @links.select(&:by)
    end
  end
end
