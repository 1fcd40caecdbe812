# frozen_string_literal: true

module App
  module Jobs
    # Points drawings and assemblies that rest on a model at another one, or tells what would become of them (write:
    # false). A line's "thing" is "drawing/ADDRESS" or "model/ADDRESS"; "old", "new": addresses of the models; "into";
    # "lost": what happens to what loses its footing, "keep" or "delete".
    RepointJob =
      Struct.new(:run_id, :write) do
        include EachLine

        private

        def settle(line)
          kind, slug = line['thing'].split('/', 2)
          kind == 'drawing' ? drawing(Records::Drawing.at(slug), line) : assembly(Records::Model.at(slug), line)
        end

        def drawing(record, line)
          old = Records::Model.unscoped.find_by!(slug: line['old'])
          made = nil
          words =
            bindings(record, old).map do |binding|
              rebinding = Rebinding.of(made || record, 'model' => target(line, binding), 'binding' => binding.id)
              rebinding = deciding(rebinding) if line['lost'] == 'delete'
              found = rebinding.outcome
              made = Actions::RebindDrawing.call(rebinding, into: line['into'] == 'this') if write
              found.words
            end
          ['done', words.join('; '), made && "/drawings/#{made.slug}"]
        end

        def bindings(record, old) = record.value.bindings.select { |b| b.model == old.id && shown?(record, b) }
        def shown?(record, binding) = record.value.views.any? { |v| v.binding == binding.id }

        # The same variant of the other family, where it has one of that name.
        def target(line, binding)
          other = Records::Model.at(line['new'])
          if binding.variant && Families.variants(other).include?(binding.variant)
            "#{other.slug}|#{binding.variant}"
          else
            other.slug
          end
        end

        def deciding(rebinding)
          lost = rebinding.outcome.lines.select { |l| %w[adrift absent].include?(l.status) }
          Rebinding.of(rebinding.drawing, rebinding.wish.merge('decisions' => lost.to_h { |l| [l.id, 'delete'] }))
        end

        def assembly(record, line)
          text =
            Repointing.assembly_text(
              record,
              Records::Model.unscoped.find_by!(slug: line['old']),
              Records::Model.at(line['new'])
            )
          Workshop.try_build(text)
          return 'done', 'it can be built so', nil unless write

          revision = Actions::ReviseModel.call(record, text, note: "#{line['old_words']} → #{line['new_words']}")
          ['done', "revision #{revision.number} kept", "/models/#{record.slug}"]
        end
      end
  end
end
