# frozen_string_literal: true

module App
  module Commands
    # The flat state of a sheet-metal part: figures of the blank and its bends, written where a file is named.
    class Flat
      # k: another neutral factor than the part's own, nil for that; out: OUT.svg (1:1) or OUT.step, nil for none.
      def self.call(text, source, k, out)
        unless out.nil? || out.match?(/\.(svg|step|stp)\z/i)
          raise Nockplane::Error, "#{out}: the flat pattern is written as .svg or .step"
        end

        rule = k && Nockplane::Modelling::SheetMetal::BendRule.by_k(k)
        flat = source.flats.of(text, rule: rule)
        blank = source.flats.blank(text, rule: rule)
        model = source.model_of(text)
        write(out, model, flat) if out
        {
          out: out,
          **figures(model, blank),
          rule: flat.rule,
          assumed: rule.nil? && !source.flats.ruled?(text),
          bends: flat.lines.map { |l| bend(l) },
          warnings: flat.warnings
        }.compact
      end

      def self.figures(model, blank)
        mass = Nockplane::Modelling::Materials.mass(model.properties, blank.volume)
        lengths = %i[length width thickness cut_outer cut_inner].to_h { |f| [f, blank[f].round(4)] }
        {
          **lengths.slice(:length, :width),
          area: blank.area.round(3),
          **lengths.slice(:thickness, :cut_outer, :cut_inner),
          holes: blank.holes,
          volume: blank.volume.round(3),
          mass: mass&.round(6)
        }
      end

      def self.bend(line)
        {
          id: line.id,
          angle: line.angle.round(4),
          radius: line.radius.round(4),
          direction: line.direction,
          length: line.length.round(4),
          allowance: line.allowance.round(4),
          deduction: line.deduction.round(4),
          faces: line.faces
        }
      end

      def self.write(out, model, flat)
        laid = Nockplane::Modelling::SheetMetal::FlatModel.of(model, flat)
        bytes =
          if out.downcase.end_with?('.svg')
            Nockplane::Formats::FlatSvg.write(laid, flat)
          else
            Nockplane::Formats::Step::Writer.write(laid, file: File.basename(out))
          end
        File.binwrite(out, bytes)
      end
      private_class_method :figures, :bend, :write
    end
  end
end
