# frozen_string_literal: true

module App
  module Presenters
    # A model (or one of its variants) laid flat, made apart where it is not there yet.
    class FlatPage
      attr_reader :record, :variant

      def initialize(record, variant)
        @record = record
        @variant = variant.to_s.empty? ? nil : variant.to_s
        return if @variant.nil? || Families.variants(record).include?(@variant)

        raise Refused.new("#{record.name} has no variant “#{@variant}”.", status: 404)
      end

      def name = @variant ? "#{@record.name}, #{@variant}" : @record.name
      def stem = [@record.number || @record.slug, @variant].compact.join('-').gsub(/[^\p{Alnum}._-]+/, '-')

      # Why there is nothing to be shown, in words; nil when there is.
      def refusal
        made
        flats.refusal(text)
      end

      def blank = flats.blank(text)
      def flat = Workshop.source.flat(text)
      def assumed? = !flats.ruled?(text)

      # kg, nil without a density.
      def mass
        Nockplane::Modelling::Materials.mass(Workshop.source.model_of(text).properties, blank.volume)
      end

      # [[caption, words], ...] of the blank.
      def figures
        mm = ->(value) { "#{Nockplane::Modelling::Fault.mm(value.round(2))} mm" }
        [
          ['Length', mm[blank.length]],
          ['Width', mm[blank.width]],
          ['Thickness', mm[blank.thickness]],
          ['Area', "#{Nockplane::Modelling::Fault.mm((blank.area / 100).round(2))} cm²"],
          ['Mass', mass ? "#{format('%.3f', mass)} kg" : 'its material is not known'],
          ['Cut outside', mm[blank.cut_outer]],
          ['Cut inside', mm[blank.cut_inner]],
          ['Bends', blank.bends.to_s],
          ['Holes', blank.holes.to_s],
          ['Bend rule', assumed? ? "#{flat.rule}, taken since nothing says it" : flat.rule]
        ]
      end

      # Rows of the bend table.
      def bends
        flat.lines.map do |l|
          numbers =
            [l.radius, l.allowance, l.deduction, l.length].map { |v| Nockplane::Modelling::Fault.mm(v.round(2)) }
          [l.id, l.direction, "#{Nockplane::Modelling::Fault.mm(l.angle.round(2))}°", *numbers]
        end
      end

      def svg = Nockplane::Formats::FlatSvg.write(laid, flat)

      def step
        time = @record.latest.created_at.utc.iso8601
        Nockplane::Formats::Step::Writer.write(laid, file: "#{stem}-flat.step", time: time)
      end

      private

      def text = @text ||= Workshop.sized_text(@record, @variant)
      def flats = Workshop.source.flats

      def made
        @made ||= Apart.run('The flat pattern', :flat, text) || true
      end

      def laid
        refused = refusal
        raise Refused, "#{name} can't be laid flat: #{refused}." if refused

        Nockplane::Modelling::SheetMetal::FlatModel.of(Workshop.source.model_of(text), flat)
      end
    end
  end
end
