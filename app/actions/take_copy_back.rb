# frozen_string_literal: true

module App
  module Actions
    # Takes a whole copied set back: all copies go into the bin in one step, unless something was done with one of them.
    class TakeCopyBack
      def self.call(run)
        unless run.kind == 'copy' && run.state == 'done'
          raise Refused, 'This run made no copies that could be taken back.'
        end

        lines = run.lines
        changed = lines.select { |l| l['version'] != now(l) }
        if changed.any?
          raise Refused,
                "#{changed.map { |l| l['what'] }.first(3).join(', ')} changed since; throw the copies away one by one."
        end

        Records::Model.transaction do
          stamp = Time.now.change(usec: 0)
          lines.select { |l| l['kind'] == 'drawing' }.each { |l| ThrowAway.drawing(Records::Drawing.find(l['id']), stamp) }
          ids = lines.select { |l| l['kind'] == 'model' }.map { |l| l['id'] }
          guard(ids)
          Records::Model
            .where(id: ids)
            .each do |m|
              Records::Property.forget('models', m.slug)
              m.update!(removed_at: stamp)
            end
          run.update!(state: 'stopped', reason: 'taken back: all copies lie in the bin')
        end
      end

      def self.now(line)
        return Records::Drawing.find_by(id: line['id'])&.version if line['kind'] == 'drawing'

        Records::Model.find_by(id: line['id'])&.latest&.number
      end

      # What others made of the copies meanwhile keeps them.
      def self.guard(ids)
        Records::Model
          .where(id: ids)
          .each do |m|
            others = m.drawings.where(removed_at: nil).to_a + Aftermath.naming(m).reject { |a| ids.include?(a.id) }
            next if others.empty?

            raise Refused, "#{m.name} is used by #{others.first.number} meanwhile; take that away first."
          end
      end
      private_class_method :now, :guard
    end
  end
end
