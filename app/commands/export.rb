# frozen_string_literal: true

module App
  module Commands
    # Writes a model as a file for other systems (Exporting).
    class Export
      # Writes a file; gives what was written as plain data.
      # plan: with the tolerances of the model, made by rule where it has none.
      def self.call(text, source, kind, path, plan: false)
        text = planned(text, source) if plan
        left = []
        File.open(path, 'wb') do |out|
          left =
            Exporting.write(
              out,
              text,
              source,
              kind,
              name: File.basename(path),
              plan: plan,
              time: Time.now.utc.strftime('%Y-%m-%dT%H:%M:%S')
            )
        end
        {
          out: path,
          bytes: File.size(path),
          faces: source.model_of(text).solid.faces.size,
          warnings: source.model_of(text).warnings + left_out(left)
        }
      end

      def self.left_out(ids) =
        ids.is_a?(Array) && ids.any? ? ["the file can't take these sizes: #{ids.join(', ')}"] : []

      # A text with a plan by rule where its model says no tolerance.
      def self.planned(text, source)
        model = source.model_of(text)
        if model.assembly? || Plan.annotations(model).any? { |a| a[:tolerance] || a[:id].start_with?('given.') }
          return text
        end

        turned = Nockplane::Planning::Tolerances::Part.new(model).turned?
        Plan
          .made(text, source, Plan::Wish.new(character: turned ? 'turned' : 'prismatic', way: 'geometric'))
          .plan
          .in(text)
      end
      private_class_method :planned, :left_out
    end
  end
end
