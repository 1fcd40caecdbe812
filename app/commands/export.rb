# frozen_string_literal: true

module App
  module Commands
    # Writes a model as a file for other systems (Exporting).
    class Export
      # Writes a file; gives what was written as plain data.
      # plan: with the tolerances of the model, made by rule where it has none.
      def self.call(text, source, kind, path, plan: false)
        text = planned(text, source) if plan
        left =
          File.open(path, 'wb') do |out|
            stamp = Exporting.stamp(Time.now)
            Exporting.write(out, text, source, kind, name: File.basename(path), plan: plan, time: stamp)
          end
        {
          out: path,
          bytes: File.size(path),
          faces: source.model_of(text).solid.faces.size,
          warnings: source.model_of(text).warnings + Exporting.left_out(left)
        }
      end

      # A text with a plan by rule where its model has neither a plan nor a tolerance.
      def self.planned(text, source)
        model = source.model_of(text)
        return text if model.assembly? || model.plan || model.dimensions.any? { |d| d.tolerance || d.stated? }

        Plan.made(text, source, Plan::Wish.new(way: 'geometric')).plan.in(text)
      end
      private_class_method :planned
    end
  end
end
